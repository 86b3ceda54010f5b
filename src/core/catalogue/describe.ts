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
  return `${value.toLocaleString(locale, { minimumFractionDigits: digits, maximumFractionDigits: digits, useGrouping: false })} ${units[unit]}`;
}
