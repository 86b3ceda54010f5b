import type { CSSProperties } from 'react';
import { type Brand, DEFAULT_BRAND, NIGHT, PAPER, readable } from '#core/catalogue';

/** The colours of an email on one ground; all text on it can be read (WCAG 2.2, 1.4.3). */
export interface EmailColours {
  page: string;
  ground: string;
  text: string;
  soft: string;
  line: string;
  heading: string;
  button: string;
  onButton: string;
}

/** The shop's colour as far as it can be read on paper and by night; the rest is the same in every shop. */
export function emailColours(brand: Brand | null): { day: EmailColours; night: EmailColours } {
  const { main } = brand ?? DEFAULT_BRAND;
  const [day, night] = [readable(main), readable(main, NIGHT)];
  return {
    day: {
      page: '#e8e4da',
      ground: PAPER,
      text: '#14302b',
      soft: '#566861',
      line: '#d8cfbb',
      heading: day,
      button: day,
      onButton: PAPER,
    },
    night: {
      page: '#091211',
      ground: NIGHT,
      text: '#e8e4da',
      soft: '#a9b8b2',
      line: '#2c403c',
      heading: night,
      button: night,
      onButton: NIGHT,
    },
  };
}

const FONT = "'Source Sans 3 Variable', 'Source Sans 3', 'Segoe UI', Roboto, 'Helvetica Neue', Arial, sans-serif";
const HEADING_FONT =
  "'Bricolage Grotesque Variable', 'Bricolage Grotesque', 'Source Sans 3', 'Segoe UI', Roboto, 'Helvetica Neue', Arial, sans-serif";

export type EmailStyles = ReturnType<typeof emailStyles>;

/** Styles are written beside each element: many mail programs read no others. */
export const emailStyles = (c: EmailColours) =>
  ({
    page: { margin: 0, padding: 0, background: c.page },
    frame: { width: '100%', borderCollapse: 'collapse' },
    outer: { padding: 0 },
    column: { width: '100%', maxWidth: 560, borderCollapse: 'collapse' },
    ground: {
      background: c.ground,
      color: c.text,
      padding: '26px 22px 22px',
      fontFamily: FONT,
      fontSize: 17,
      lineHeight: 1.5,
      textAlign: 'start',
      overflowWrap: 'anywhere',
    },
    test: {
      margin: '0 0 18px',
      padding: '0 0 10px',
      borderBottom: `1px solid ${c.line}`,
      fontSize: 14.5,
      color: c.soft,
    },
    shop: { margin: 0, fontFamily: HEADING_FONT, fontSize: 16, fontWeight: 600, color: c.heading },
    heading: {
      margin: '14px 0 12px',
      fontFamily: HEADING_FONT,
      fontSize: 25,
      lineHeight: 1.15,
      fontWeight: 600,
      color: c.heading,
    },
    text: { margin: '0 0 14px', whiteSpace: 'pre-line' },
    note: { margin: '0 0 14px', fontSize: 14.5, color: c.soft, whiteSpace: 'pre-line' },
    lines: { margin: '0 0 14px', fontWeight: 600 },
    button: {
      display: 'block',
      margin: '18px 0',
      padding: 13,
      borderRadius: 3,
      background: c.button,
      color: c.onButton,
      fontWeight: 600,
      textAlign: 'center',
      textDecoration: 'none',
    },
    rows: { width: '100%', margin: '18px 0 14px', borderCollapse: 'collapse', fontVariantNumeric: 'tabular-nums' },
    cell: { padding: '8px 0', borderTop: `1px solid ${c.line}`, textAlign: 'start', verticalAlign: 'top' },
    value: {
      padding: '8px 0',
      paddingInlineStart: 16,
      borderTop: `1px solid ${c.line}`,
      textAlign: 'end',
      verticalAlign: 'top',
      whiteSpace: 'nowrap',
    },
    small: { fontSize: 14.5, color: c.soft },
    foot: { margin: '22px 0 0', padding: '12px 0 0', borderTop: `1px solid ${c.line}`, fontSize: 14.5, color: c.soft },
  }) satisfies Record<string, CSSProperties>;
