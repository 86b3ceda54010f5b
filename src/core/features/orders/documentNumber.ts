/** The next number of a series without gaps: "R-00001". `issued` is how many were given out before. */
export const documentNumber = (series: 'R' | 'C', issued: number): string =>
  `${series}-${String(issued + 1).padStart(5, '0')}`;
