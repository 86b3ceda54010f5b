import { wordsFor } from '#core/words';

type Files = readonly { bytes: number }[];

/** "3 files, 4.2 MB" */
export function describeFiles(files: Files, locale = 'en'): string {
  const words = wordsFor(locale).pages;
  if (files.length === 0) return words.noFile;
  const bytes = files.reduce((all, f) => all + f.bytes, 0);
  return `${words.files(files.length)}, ${describeBytes(bytes, locale)}`;
}

/** A size as people read it, in decimal units: "940 kB", "4.2 MB". */
export function describeBytes(bytes: number, locale = 'en'): string {
  if (bytes < 1_000) return wordsFor(locale).pages.bytes(bytes);
  const units = ['kB', 'MB', 'GB'];
  let value = bytes / 1_000;
  let unit = 0;
  while (value >= 999.5 && unit < units.length - 1) {
    value /= 1_000;
    unit += 1;
  }
  const digits = value >= 10 || unit === 0 ? 0 : 1;
  return `${sizeIn(locale, digits).format(value)} ${units[unit]}`;
}

/** Made once for each locale: making one takes far longer than using it. */
const formatters = new Map<string, Intl.NumberFormat>();
function sizeIn(locale: string, digits: number): Intl.NumberFormat {
  const key = `${locale} ${digits}`;
  let formatter = formatters.get(key);
  if (!formatter) {
    const fraction = { minimumFractionDigits: digits, maximumFractionDigits: digits };
    formatter = new Intl.NumberFormat(locale, { ...fraction, useGrouping: false });
    formatters.set(key, formatter);
  }
  return formatter;
}
