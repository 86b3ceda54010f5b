/** A sound of some seconds, as a WAV of 8,000 samples a second. */
export function tone(seconds: number): Buffer {
  const rate = 8_000;
  const bytes = Buffer.alloc(44 + seconds * rate);
  bytes.write('RIFF', 0);
  bytes.writeUInt32LE(bytes.length - 8, 4);
  bytes.write('WAVEfmt ', 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(1, 22);
  bytes.writeUInt32LE(rate, 24);
  bytes.writeUInt32LE(rate, 28);
  bytes.writeUInt16LE(1, 32);
  bytes.writeUInt16LE(8, 34);
  bytes.write('data', 36);
  bytes.writeUInt32LE(seconds * rate, 40);
  for (let i = 0; i < seconds * rate; i += 1)
    bytes[44 + i] = 128 + Math.round(40 * Math.sin((i * 2 * Math.PI * 2_200) / rate));
  return bytes;
}
