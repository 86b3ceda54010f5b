import type { Means } from '#core/ways';
import { plainMeans, theMeans } from './means';
/** What stands on receipts, invoices and credit notes. */
export const papers = {
  /** At the foot of a PDF that bears its buyer's name; an order's number, or null for what was given. */
  namedFor: (name: string, address: string, order: string | null): string =>
    [name, address, ...(order === null ? [] : [`order ${order}`])].filter((part) => part !== '').join(' · '),
  name: (invoice: boolean): string => (invoice ? 'Invoice' : 'Receipt'),
  creditNote: (): string => 'Credit note',
  test: (): string => 'Test shop. No real money moved.',
  vatNumber: (number: string): string => `VAT number ${number}`,
  order: (): string => 'Order',
  date: (): string => 'Date',
  paidWith: (): string => 'Paid with',
  card: (means: Means): string => plainMeans(means),
  withArticle: (text: string, number: string): string => `${text} (no. ${number})`,
  sending: (country: string): string => `Sent to ${country}`,
  withOwned: (text: string, off: string): string => `${text}, less ${off} for what you already own`,
  withCode: (text: string, code: string): string => `${text}, with ${code}`,
  paid: (): string => 'Paid',
  laterInMemberArea: (): string => 'Remaining payments are listed in the member area.',
  inFull: (): string => 'Paid in full. Nothing more is due.',
  due: (title: string, n: number, of: number | null, day: string): string =>
    `${title}, payment ${n}${of === null ? '' : ` of ${of}`}, due ${day}`,
  unusedDays: (): string => 'Paid from unused days',
  reverseCharge: (): string => 'Reverse charge: the buyer accounts for the tax.',
  ofWhichTax: (amount: string, country: string | null): string =>
    `Of which ${amount} tax${country === null ? '' : ` (${country})`}.`,
  forReceipt: (): string => 'For receipt',
  backRow: (title: string, tax: string | null): string => (tax === null ? title : `${title}, of which ${tax} tax`),
  givenBack: (): string => 'Refunded',
  toCard: (means: Means): string => `To ${theMeans(means)}.`,
};
export type PaperWords = typeof papers;
