type Random = { next(): number };

/** Reeds before a low sun, with a song drawn as a line across them. */
export function reeds(random: Random, colours: { sky: string; sun: string; reed: string; song: string }): string {
  const width = 1200;
  const height = 640;
  const stems = Array.from({ length: 46 }, () => {
    const x = random.next() * width;
    const lean = (random.next() - 0.5) * 120;
    const top = 150 + random.next() * 330;
    const leaf = top + 60 + random.next() * 80;
    return `<path d="M${x.toFixed(0)} ${height}Q${(x + lean * 0.3).toFixed(0)} ${((height + top) / 2).toFixed(0)} ${(x + lean).toFixed(0)} ${top.toFixed(0)}" stroke-width="${(2 + random.next() * 5).toFixed(1)}"/><path d="M${(x + lean * 0.55).toFixed(0)} ${leaf.toFixed(0)}q${(30 + random.next() * 50).toFixed(0)} -46 ${(70 + random.next() * 50).toFixed(0)} -34" stroke-width="3"/>`;
  }).join('');
  let song = 'M0 250';
  for (let x = 0; x < width; x += 24) {
    const burst = Math.sin(x / 150) > 0.1 ? 1 : 0.08;
    song += `Q${x + 8} ${(250 - burst * (40 + random.next() * 110)).toFixed(0)} ${x + 24} ${(250 + burst * (random.next() * 46 - 18)).toFixed(0)}`;
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}"><rect width="${width}" height="${height}" fill="${colours.sky}"/><circle cx="${(700 + random.next() * 260).toFixed(0)}" cy="${(200 + random.next() * 80).toFixed(0)}" r="96" fill="${colours.sun}"/><path d="${song}" fill="none" stroke="${colours.song}" stroke-width="5" stroke-linecap="round"/><g fill="none" stroke="${colours.reed}" stroke-linecap="round">${stems}</g></svg>`;
}
