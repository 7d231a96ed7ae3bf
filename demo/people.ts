import type { Role } from '#contract/roles.ts';

/** The made-up staff of Limepit Lane. Their PINs are shown on the demo's own sign-in page. */
export const people: { name: string; role: Role; pin: string }[] = [
  { name: 'Hester Quill', role: 'manager', pin: '1357' },
  { name: 'Odo Marsh', role: 'lead', pin: '2468' },
  { name: 'Bram Addy', role: 'technician', pin: '1122' },
  { name: 'Ines Corby', role: 'technician', pin: '3344' },
  { name: 'Noor Pell', role: 'technician', pin: '5566' },
  { name: 'Wilf Tarrant', role: 'technician', pin: '7788' },
];

export const demoPins: ReadonlyMap<string, string> = new Map(people.map((p) => [p.name, p.pin]));

/** Who may mix what asks for a sign-off, for so many more days or for good. */
export const signOffs: { person: string; product: string; days: number | null }[] = [
  { person: 'Odo Marsh', product: 'Clinker Hyper', days: null },
  { person: 'Odo Marsh', product: 'Lime Splash Remover', days: null },
  { person: 'Bram Addy', product: 'Clinker Hyper', days: 200 },
  { person: 'Bram Addy', product: 'Lime Splash Remover', days: 26 },
];
