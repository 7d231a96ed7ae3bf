/** The colours of the theme that is on, for what is drawn on a canvas and can't ask the stylesheet itself. */
export function inks() {
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    ink: of('ink'),
    ground: of('ground'),
    muted: of('muted'),
    hairline: of('hairline'),
    faint: of('faint'),
    water: of('water'),
    product: of('product'),
    reading: '"Archivo Variable", "Arial Narrow", sans-serif',
  };
}
