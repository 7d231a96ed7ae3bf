/** What happened to someone, or on the floor, in the order it stands on the card. */
export const EMERGENCIES = ['eyes', 'skin', 'breathed', 'swallowed', 'spilt'] as const;
export type Emergency = (typeof EMERGENCIES)[number];

export const EMERGENCY_NAMES: Record<Emergency, string> = {
  eyes: 'In the eyes',
  skin: 'On the skin',
  breathed: 'Breathed in',
  swallowed: 'Swallowed',
  spilt: 'Spilt',
};

/**
 * What is usually done at once, whatever the product. Usual first aid for wash chemicals; the safety data sheet and
 * whoever answers the emergency number decide.
 */
export const GENERAL_FIRST_AID: Record<Emergency, string> = {
  eyes: 'Rinse with running water for 15 minutes, lids held open. Contact lenses out. Then see a doctor.',
  skin: 'Soaked clothes off. Rinse with plenty of water. Burns or pain: see a doctor.',
  breathed: 'Out into fresh air, sit down and rest. Coughing or dizzy: call.',
  swallowed: 'Rinse the mouth. Do not make them sick. Call with the label at hand.',
  spilt:
    'People and flames away, doors open. Gloves and eye cover on. Keep it out of the drain and away from other products. Soak it up, bag it, rinse the floor.',
};
