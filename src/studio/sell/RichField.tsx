import { type ComponentType, lazy, Suspense, useState } from 'react';
import { Rich } from '../../pages/Rich';
import type { RichEditorProps } from '../../pages/view';
import { Mishap } from '../frame/Mishap';

// The editor is a good part of the studio's weight: it is fetched when the first screen stands, not before it.
const fetchEditor = (): Promise<{ default: ComponentType<RichEditorProps> }> => import('./RichEditor');

/** Fetches the editor ahead, so that it is at hand should the shop not be reached later. */
export const prepareEditor = (): void => void fetchEditor().catch(() => undefined);

/** Formatted text to edit; until the editor is here, the text as it reads. */
export function RichField(props: RichEditorProps) {
  const [Editor, setEditor] = useState(() => lazy(fetchEditor));
  const read = <Rich text={props.value} className={props.className ?? 'prose-words'} />;
  return (
    <Mishap
      instead={(again) => (
        <div>
          {read}
          <p className="wrong">
            The part that edits formatted text could not be loaded: the shop is not reached.{' '}
            <button
              className="opt"
              onClick={() => {
                setEditor(() => lazy(fetchEditor));
                again();
              }}
            >
              Try again
            </button>
          </p>
        </div>
      )}
    >
      <Suspense fallback={read}>
        <Editor {...props} />
      </Suspense>
    </Mishap>
  );
}
