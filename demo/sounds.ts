/** One note of a call: from one pitch to another in hertz, with times in seconds. */
interface Note {
  at: number;
  lasts: number;
  from: number;
  to: number;
  trill?: number;
}

const RATE = 22_050;

/** A bird-like call as a WAV file (16 bit, one channel), synthesised from sweeping tones; no recording of anything. */
export function call(notes: readonly Note[], seconds: number): Uint8Array {
  const samples = new Float64Array(Math.round(seconds * RATE));
  for (const note of notes) {
    const start = Math.round(note.at * RATE);
    const length = Math.round(note.lasts * RATE);
    let phase = 0;
    for (let i = 0; i < length && start + i < samples.length; i += 1) {
      const t = i / length;
      const wobble = note.trill ? 1 + 0.06 * Math.sin((2 * Math.PI * note.trill * i) / RATE) : 1;
      phase += (2 * Math.PI * (note.from + (note.to - note.from) * t) * wobble) / RATE;
      const envelope = Math.sin(Math.PI * t) ** 0.7;
      samples[start + i] = (samples[start + i] ?? 0) + 0.5 * envelope * (Math.sin(phase) + 0.25 * Math.sin(2 * phase));
    }
  }
  const bytes = new DataView(new ArrayBuffer(44 + samples.length * 2));
  const text = (at: number, value: string): void =>
    [...value].forEach((c, i) => bytes.setUint8(at + i, c.charCodeAt(0)));
  text(0, 'RIFF');
  bytes.setUint32(4, 36 + samples.length * 2, true);
  text(8, 'WAVEfmt ');
  bytes.setUint32(16, 16, true);
  bytes.setUint16(20, 1, true);
  bytes.setUint16(22, 1, true);
  bytes.setUint32(24, RATE, true);
  bytes.setUint32(28, RATE * 2, true);
  bytes.setUint16(32, 2, true);
  bytes.setUint16(34, 16, true);
  text(36, 'data');
  bytes.setUint32(40, samples.length * 2, true);
  samples.forEach((sample, i) => bytes.setInt16(44 + i * 2, Math.max(-1, Math.min(1, sample)) * 32_000, true));
  return new Uint8Array(bytes.buffer);
}

/** A phrase repeated with small differences, as birds do. */
export function phrase(
  random: { next(): number },
  base: number,
  notes: number,
  repeats: number,
): { notes: Note[]; seconds: number } {
  const shape = Array.from({ length: notes }, () => ({
    step: random.next() * 0.8 - 0.4,
    sweep: random.next() * 0.5 - 0.25,
    lasts: 0.06 + random.next() * 0.16,
    trill: random.next() > 0.6 ? 25 + random.next() * 30 : 0,
  }));
  const all: Note[] = [];
  let at = 0.2;
  for (let k = 0; k < repeats; k += 1) {
    for (const s of shape) {
      const from = base * (1 + s.step) * (0.98 + random.next() * 0.04);
      all.push({ at, lasts: s.lasts, from, to: from * (1 + s.sweep), trill: s.trill });
      at += s.lasts + 0.03 + random.next() * 0.04;
    }
    at += 0.45 + random.next() * 0.3;
  }
  return { notes: all, seconds: at };
}
