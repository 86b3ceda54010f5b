/** "3 files, 4.2 MB" */
export function describeFiles(files: readonly { bytes: number }[]): string {
  if (files.length === 0) return 'no file yet';
  return `${files.length === 1 ? '1 file' : `${files.length} files`}, ${describeBytes(files.reduce((all, f) => all + f.bytes, 0))}`;
}

/** A size as people read it, in decimal units: "940 kB", "4.2 MB". */
export function describeBytes(bytes: number): string {
  if (bytes < 1_000) return `${bytes} bytes`;
  const units = ['kB', 'MB', 'GB'];
  let value = bytes / 1_000;
  let unit = 0;
  while (value >= 999.5 && unit < units.length - 1) {
    value /= 1_000;
    unit += 1;
  }
  return `${value >= 10 || unit === 0 ? Math.round(value) : value.toFixed(1)} ${units[unit]}`;
}

/** What a product holds: "3 files, 4.2 MB", "1 link", "2 files, 3.1 MB and 1 link". */
export function describeContents(product: { files: readonly { bytes: number }[]; links: readonly unknown[] }): string {
  const links = product.links.length === 1 ? '1 link' : `${product.links.length} links`;
  if (product.links.length === 0) return describeFiles(product.files);
  return product.files.length === 0 ? links : `${describeFiles(product.files)} and ${links}`;
}
