import { ChooseFile } from '../frame/ChooseFile';
import { shopWords } from '#say/shop';
const say = shopWords.openCopy;

/** Chooses the file of a copy. */
export const OpenCopy = ({ onCopy }: { onCopy: (file: File) => void }) => (
  <ChooseFile
    words={say.openCopy}
    label={say.openCopy}
    accept=".zip"
    button
    onFiles={([file]) => {
      if (file) onCopy(file);
    }}
  />
);
