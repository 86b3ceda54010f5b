import type { Statement } from '#core/terms';

/** A statement with its amounts set apart. */
export function StatementText({ statement }: { statement: Statement }) {
  return (
    <>
      {statement.map((part, i) =>
        part.kind === 'money' ? (
          <b key={i} className="text-money font-semibold">
            {part.text}
          </b>
        ) : (
          <span key={i}>{part.text}</span>
        ),
      )}
    </>
  );
}
