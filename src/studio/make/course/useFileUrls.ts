import { useEffect, useState } from 'react';
import { filesOfLesson, type Lesson } from '#core/catalogue';
import { fileUrl } from '../../data/files';

/** Addresses of a lesson's files for as long as a part of the screen shows it, by their SHA-256. */
export function useFileUrls(lesson: Lesson | undefined): ReadonlyMap<string, string> {
  const [urls, setUrls] = useState<ReadonlyMap<string, string>>(new Map());
  const files = lesson ? filesOfLesson(lesson) : [];
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
