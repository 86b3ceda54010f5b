import type { ReactNode } from 'react';
import type { RichBlock, RichRun, RichText } from '#core/catalogue';

/** Formatted text, rendered from its document: only what the document's shape names can come out. */
export function Rich({ text, className = 'prose-words' }: { text: RichText; className?: string }) {
  return (
    <div className={className} dir="auto">
      {text.content.map((block, i) => (
        <Block key={i} block={block} />
      ))}
    </div>
  );
}

function Block({ block }: { block: RichBlock }) {
  switch (block.type) {
    case 'heading':
      return (
        <h3>
          <Runs runs={block.content} />
        </h3>
      );
    case 'paragraph':
      return (
        <p>
          <Runs runs={block.content} />
        </p>
      );
    case 'bulletList':
    case 'orderedList': {
      const List = block.type === 'bulletList' ? 'ul' : 'ol';
      return (
        <List>
          {block.content.map((item, i) => (
            <li key={i}>
              {item.content.map((p, k) => (
                <p key={k}>
                  <Runs runs={p.content} />
                </p>
              ))}
            </li>
          ))}
        </List>
      );
    }
  }
}

function Runs({ runs }: { runs: readonly RichRun[] | undefined }) {
  return (
    <>
      {(runs ?? []).map((run, i) => (
        <Run key={i} run={run} />
      ))}
    </>
  );
}

function Run({ run }: { run: RichRun }) {
  if (run.type === 'hardBreak') return <br />;
  return (run.marks ?? []).reduce<ReactNode>(
    (inner, mark) =>
      mark.type === 'bold' ? (
        <strong>{inner}</strong>
      ) : mark.type === 'italic' ? (
        <em>{inner}</em>
      ) : (
        <a className="plain-link" href={mark.attrs.href} rel="noopener nofollow">
          {inner}
        </a>
      ),
    run.text,
  );
}
