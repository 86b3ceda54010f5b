export interface PlacedLabel {
  text: string;
  x: number;
  y: number;
  anchor: 'start' | 'middle' | 'end';
}
interface Wanted {
  text: string;
  x: number;
  y: number;
  /** Where two have no room, the lighter one goes. */
  weight: number;
  /** Begins at `x` instead of standing over it. */
  start?: boolean;
}

/** Room for a label at 13 px, by its characters at an average width: so that labels are kept apart without a screen. */
const CHARACTER = 7;
const GAP = 6;
/** Words this far apart in height do not meet. */
const LINE = 16;

/** Labels never overlap, shrink or turn: what has no room is left out, the lightest first. All stay within the width. */
export function placeLabels(wanted: readonly Wanted[], width: number): PlacedLabel[] {
  const kept: { from: number; to: number; order: number; label: PlacedLabel }[] = [];
  const byWeight = wanted
    .map((label, order) => ({ ...label, order }))
    .sort((a, b) => b.weight - a.weight || a.order - b.order);
  for (const { text, x, y, start, order } of byWeight) {
    const room = text.length * CHARACTER;
    const from = start
      ? Math.min(x, Math.max(0, width - room))
      : Math.min(Math.max(0, x - room / 2), Math.max(0, width - room));
    if (kept.some((k) => Math.abs(k.label.y - y) < LINE && from < k.to + GAP && k.from < from + room + GAP)) continue;
    // At an edge the words begin or end there; in between they stand over their place.
    const anchor = start || from === 0 ? 'start' : from + room >= width ? 'end' : 'middle';
    kept.push({
      from,
      to: from + room,
      order,
      label: { text, y, anchor, x: anchor === 'start' ? from : anchor === 'end' ? width : x },
    });
  }
  return kept.sort((a, b) => a.order - b.order).map((k) => k.label);
}
