import { useEffect, useState } from 'react';
import type { FileRef } from '#core/catalogue';
import { fileUrl } from '../data/files';

/** Addresses at which files of this browser can be shown, by their SHA-256, for as long as they are. */
export function useUrls(files: readonly FileRef[]): Record<string, string> {
  const [urls, setUrls] = useState<Record<string, string>>({});
  const key = files.map((f) => f.sha256).join(' ');
  useEffect(() => {
    const frees: (() => void)[] = [];
    let gone = false;
    void Promise.all(files.map(async (file) => [file.sha256, await fileUrl(file)] as const)).then((made) => {
      if (gone) return made.forEach(([, { free }]) => free());
      frees.push(...made.map(([, { free }]) => free));
      setUrls(Object.fromEntries(made.map(([sha256, { url }]) => [sha256, url])));
    });
    return () => {
      gone = true;
      for (const free of frees) free();
    };
  }, [key]); // eslint-disable-line react-hooks/exhaustive-deps -- the same files keep their addresses
  return urls;
}
