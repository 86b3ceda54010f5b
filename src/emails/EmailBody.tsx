import type { EmailDocument } from '#core/emails';
import { EmailPartView } from './EmailPartView';
import type { EmailStyles } from './styles';

/** What is read of an email, in one column. The studio shows this very thing; `renderEmail` puts a page around it. */
export function EmailBody({ document, style }: { document: EmailDocument; style: EmailStyles }) {
  const { language, direction, shopName, test, heading, greeting, parts } = document;
  return (
    <div lang={language} dir={direction} className="e-ground e-text" style={style.ground}>
      {test !== null && (
        <p className="e-soft e-line" style={style.test}>
          {test}
        </p>
      )}
      <p className="e-heading" style={style.shop}>
        {shopName}
      </p>
      <h1 className="e-heading" style={style.heading}>
        {heading}
      </h1>
      <p style={style.text}>{greeting}</p>
      {parts.map((part, i) => (
        <EmailPartView key={i} part={part} style={style} />
      ))}
      <p className="e-soft e-line" style={style.foot}>
        {shopName}
      </p>
    </div>
  );
}
