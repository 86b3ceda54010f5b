import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';

const Manifest = z.record(
  z.string(),
  z.object({ file: z.string(), css: z.array(z.string()).optional(), imports: z.array(z.string()).optional() }),
);

export interface ClientFiles {
  folder: string;
  /** The addresses a page of this entry needs. */
  assetsOf(entry: string): { scripts: string[]; stylesheets: string[] };
}

/** Reads which hashed files the build made of each entry. */
export function openClientFiles(folder: string): ClientFiles {
  const path = join(folder, '.vite', 'manifest.json');
  const manifest = existsSync(path) ? Manifest.parse(JSON.parse(readFileSync(path, 'utf8'))) : {};
  return {
    folder,
    assetsOf(entry) {
      const stylesheets = new Set<string>();
      const visit = (name: string): void => {
        for (const css of manifest[name]?.css ?? []) stylesheets.add(`/${css}`);
        for (const imported of manifest[name]?.imports ?? []) visit(imported);
      };
      visit(entry);
      const file = manifest[entry]?.file;
      return { scripts: file ? [`/${file}`] : [], stylesheets: [...stylesheets] };
    },
  };
}
