/** Says, on an answer that this device kept, when it was given. */
export const KEPT_AT = 'X-Kept-At';
