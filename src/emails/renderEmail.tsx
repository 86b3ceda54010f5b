import { renderToStaticMarkup } from 'react-dom/server';
import type { Brand } from '#core/catalogue';
import type { EmailDocument } from '#core/emails';
import { EmailBody } from './EmailBody';
import { type EmailColours, emailColours, emailStyles } from './styles';

/**
 * An email as HTML: one column, no script, no picture and no font from elsewhere, readable by night. Where a mail program
 * drops the styles, a plain page is left that says the same.
 */
export function renderEmail(document: EmailDocument, brand: Brand | null): string {
  const { day, night } = emailColours(brand);
  const style = emailStyles(day);
  return `<!doctype html>${renderToStaticMarkup(
    <html lang={document.language} dir={document.direction}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <meta name="color-scheme" content="light dark" />
        <meta name="supported-color-schemes" content="light dark" />
        <title>{document.heading}</title>
        <style>{nightRules(night)}</style>
      </head>
      <body className="e-page" style={style.page}>
        <table role="presentation" style={style.frame}>
          <tbody>
            <tr>
              <td align="center" style={style.outer}>
                <table role="presentation" style={style.column}>
                  <tbody>
                    <tr>
                      <td style={style.outer}>
                        <EmailBody document={document} style={style} />
                      </td>
                    </tr>
                  </tbody>
                </table>
              </td>
            </tr>
          </tbody>
        </table>
      </body>
    </html>,
  )}`;
}

/** By night only what has a colour changes; mail programs that know no such rule keep the day's. */
const nightRules = ({ page, ground, text, soft, line, heading, button, onButton }: EmailColours): string =>
  ':root{color-scheme:light dark}@media (prefers-color-scheme:dark){' +
  `.e-page{background:${page}!important}.e-ground{background:${ground}!important}.e-text{color:${text}!important}` +
  `.e-soft{color:${soft}!important}.e-line{border-color:${line}!important}.e-heading{color:${heading}!important}` +
  `.e-button{background:${button}!important;color:${onButton}!important}}`;
