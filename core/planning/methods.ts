/** The ways a vehicle is washed. */
export const METHODS = ['hose', 'rinseless', 'waterless', 'touchless'] as const;
export type Method = (typeof METHODS)[number];
export const METHOD_NAMES: Record<Method, string> = {
  hose: 'Hose wash',
  rinseless: 'Rinseless wash',
  waterless: 'Waterless wash',
  touchless: 'Touchless wash',
};
