import { useEffect, useState } from 'react';
import { filesOfLesson } from '#core/catalogue';
import { fileUrl } from '../../data/files';
import type { Written } from './written';

/** Addresses of the files of something written for as long as a part of the screen shows it, by their SHA-256. */
export function useFileUrls(written: Written | undefined): ReadonlyMap<string, string> {
  const [urls, setUrls] = useState<ReadonlyMap<string, string>>(new Map());
  const files = written ? filesOfLesson(written) : [];
  const key = files.map(({ sha256 }) => sha256).join();
  useEffect(() => {
    let gone = false;
    const frees: (() => void)[] = [];
    void Promise.all(
      files.map(async (file) => {
        const { url, free } = await fileUrl(file);
        frees.push(free);
        return [file.sha256, url] as const;
      }),
    ).then((made) => {
      if (gone) for (const free of frees) free();
      else setUrls(new Map(made));
    });
    return () => {
      gone = true;
      for (const free of frees) free();
    };
  }, [key]); // eslint-disable-line react-hooks/exhaustive-deps -- the same bytes keep their addresses
  return urls;
}
