import { captionsProblem, type FileRef, type LessonBlock } from '#core/catalogue';
import { newId } from '../../data/ids';
import { smallerPicture } from '../smallerPicture';
import { takeIn } from '../uploads';
import type { EditWritten } from './written';

/** How a file stands in something written: looked at in its place where browsers can, else to take along. */
function blockOf(file: FileRef): LessonBlock | null {
  const id = newId('blk');
  if (file.type.startsWith('image/')) return { id, kind: 'picture', file, alt: '' };
  const played = { id, title: '', file, captions: [] };
  if (file.type.startsWith('audio/')) return { ...played, kind: 'sound' };
  if (file.type.startsWith('video/')) return { ...played, kind: 'film', poster: null };
  return null;
}

/** Adds a file to a lesson or a post. */
export function addTo(edit: EditWritten, file: File): void {
  void (async () => {
    const smaller = file.type.startsWith('image/') && file.size > 0 ? await smallerPicture(file) : file;
    await takeIn(smaller, (ref) =>
      edit((written) => {
        const block = blockOf(ref);
        if (block) written.blocks.push(block);
        else written.files.push(ref);
      }),
    );
  })();
}

/** Puts another file where one stands; a member who is watching goes on with what they have until they look again. */
export function replaceIn(edit: EditWritten, fileId: string, file: File): void {
  void takeIn(file, (ref) =>
    edit((written) => {
      const places: FileRef[] = [
        ...written.files,
        ...written.blocks.flatMap((block) => ('file' in block ? block.file : [])),
      ];
      const found = places.find((f) => f.id === fileId);
      if (!found || found.sha256 === ref.sha256) return;
      const { sha256, name, bytes, type, earlier } = found;
      Object.assign(found, { sha256: ref.sha256, name: ref.name, bytes: ref.bytes, type: ref.type });
      found.earlier = [{ sha256, name, bytes, type }, ...(earlier ?? [])].slice(0, 20);
    }),
  );
}

/** The picture that stands in a film's place before it plays. */
export function setPoster(edit: EditWritten, blockId: string, file: File): void {
  void (async () => {
    await takeIn(file.size > 0 ? await smallerPicture(file) : file, (ref) =>
      edit((written) => {
        const block = written.blocks.find((b) => b.id === blockId);
        if (block?.kind === 'film') block.poster = ref;
      }),
    );
  })();
}

/** Words to a film or sound, once they are WebVTT. */
export function addCaptions(edit: EditWritten, blockId: string, file: File, onWrong: (sentence: string) => void): void {
  void (async () => {
    const problem = captionsProblem(await file.slice(0, 1_000_000).text());
    if (problem !== null) return onWrong(`“${file.name}” ${problem}`);
    await takeIn(new File([file], file.name.replace(/\.[^.]*$/, '.vtt')), (ref) =>
      edit((written) => {
        const block = written.blocks.find((b) => b.id === blockId);
        if (block?.kind === 'film' || block?.kind === 'sound')
          block.captions.push({ language: languageIn(file.name), file: ref });
      }),
    );
  })();
}

/** "walk.de.vtt" is German; where nothing says otherwise, English. */
const languageIn = (name: string): string => /\.([a-z]{2})\.\w+$/i.exec(name)?.[1]?.toLowerCase() ?? 'en';
