export const ROLES = ['technician', 'lead', 'manager'] as const;
export type Role = (typeof ROLES)[number];

/** Whether a role may do what another role may. */
export const atLeast = (role: Role, needed: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(needed);
