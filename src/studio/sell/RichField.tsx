import { Rich } from '../../ui/Rich';
import type { RichEditorProps } from '../../pages/view';
import { Fetched } from '../frame/Fetched';
import { part } from '../frame/parts';
import { sellWords } from '#say/sell';
const say = sellWords.richField;

// The editor is a good part of the studio's weight.
const editor = part(() => import('./RichEditor'));

/** Formatted text to edit; until the editor is here, the text as it reads. */
export const RichField = (props: RichEditorProps) => (
  <Fetched
    fetch={editor}
    props={props}
    what={say.textEditor}
    until={<Rich text={props.value} className={props.className ?? 'prose-words'} />}
  />
);
