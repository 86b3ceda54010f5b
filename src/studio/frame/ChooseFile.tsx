interface Props {
  /** What is read on it. */
  words: string;
  /** Its whole name, for who does not see where it stands. */
  label: string;
  accept?: string;
  several?: boolean;
  /** As a button rather than a word in a line. */
  button?: boolean;
  onFiles: (files: File[]) => void;
}

/** Asks for a file of this computer. The same file can be chosen again right after. */
export function ChooseFile({ words, label, accept, several = false, button = false, onFiles }: Props) {
  return (
    <label className={`${button ? 'btn btn-quiet' : 'opt cursor-pointer'} focus-within:outline-2`}>
      {words}
      <input
        type="file"
        className="sr-only"
        aria-label={label}
        multiple={several}
        {...(accept === undefined ? {} : { accept })}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
    </label>
  );
}
