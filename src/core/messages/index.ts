export { receiptMessage, refundMessage, signInMessage } from './messages';
export { agreementMessage } from './agreementMessages';
export {
  AGREEMENT_LETTERS,
  type AgreementLetterKind,
  type AgreementLetterName,
  letterKind,
  letterOn,
} from './agreementLetters';
export type { AgreementMail } from './agreementMail';
export { consequencesOf } from './consequences';
export type { Message, Setting } from './letter';
export { agreementState, restInWords, paymentsMade } from './agreementWords';
export { receiptDocument, laterReceiptDocument, paperName, creditNoteDocument, type DocumentPaper } from './documents';
export { readyReply } from './reply';
export { refusalSentence } from './refusals';
