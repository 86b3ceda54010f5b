import type { EmailPart } from '#core/words';
import type { EmailStyles } from './styles';

/** One part of an email. */
export function EmailPartView({ part, style }: { part: EmailPart; style: EmailStyles }) {
  switch (part.kind) {
    case 'text':
      return <p style={style.text}>{part.text}</p>;
    case 'note':
      return (
        <p className="e-soft" style={style.note}>
          {part.text}
        </p>
      );
    case 'button':
      return (
        <a className="e-button" href={part.url} style={style.button}>
          {part.label}
        </a>
      );
    case 'lines':
      return (
        <p style={style.lines}>
          {part.lines.map((line, i) => (
            <span key={i}>
              {i > 0 && <br />}
              {line}
            </span>
          ))}
        </p>
      );
    case 'rows':
      return (
        <table style={style.rows}>
          <tbody>
            {part.rows.map(({ label, value, small }, i) => (
              <tr key={i} className={small ? 'e-soft' : undefined} style={small ? style.small : undefined}>
                <td className="e-line" style={style.cell}>
                  {label}
                </td>
                <td className="e-line" style={style.value}>
                  {small ? value : <b>{value}</b>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      );
  }
}
