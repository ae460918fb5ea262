/** The table of links that the forwarding server is measured with. */
export const linkCount = 100_000;
export const slugAt = (index: number): string => index.toString(36).toUpperCase().padStart(4, '0');
