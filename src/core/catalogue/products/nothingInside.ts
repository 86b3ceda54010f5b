/** Of a kind that holds nothing to open by itself: no files, no parts, nothing that is read or found by its own title. */
export const NOTHING_INSIDE = {
  files: () => [],
  earlier: () => [],
  openings: () => [],
  parts: () => null,
  contains: () => [],
  opensAs: 'itself',
  places: () => [],
  written: () => [],
  named: () => [],
  limits: () => ({ fetches: 1, linkHours: 1, named: false }),
} as const;
