import { lazy, Suspense } from 'react';
import { Rich } from '../../pages/Rich';
import type { RichEditorProps } from '../../pages/view';

// The editor is a good part of the studio's weight, and is needed only where formatted text is edited.
const RichEditor = lazy(() => import('./RichEditor'));

/** Formatted text to edit; until the editor is here, the text as it reads. */
export const RichField = (props: RichEditorProps) => <Suspense fallback={<Rich text={props.value} className={props.className ?? 'prose-words'} />}><RichEditor {...props} /></Suspense>;
