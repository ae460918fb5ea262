/** A colour of the theme for what is drawn on a canvas, which reads no variables of CSS; `name` without its dashes. */
export const themeColour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
