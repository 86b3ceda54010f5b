import { ChooseFile } from '../frame/ChooseFile';

/** Chooses the file of a copy. */
export const OpenCopy = ({ onCopy }: { onCopy: (file: File) => void }) => (
  <ChooseFile
    words="Open a copy"
    label="Open a copy"
    accept=".zip"
    button
    onFiles={([file]) => {
      if (file) onCopy(file);
    }}
  />
);
