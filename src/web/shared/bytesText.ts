/** Sizes of files for people: thousands, not 1,024s. */
export const bytesText = (bytes: number): string =>
  bytes < 1000
    ? `${bytes} B`
    : bytes < 999_500
      ? `${Number((bytes / 1000).toPrecision(3))} kB`
      : `${Number((bytes / 1e6).toPrecision(3))} MB`;
