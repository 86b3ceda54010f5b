export {
  addressAskedMessage,
  accessMessage,
  addressChangedMessage,
  addressLinkMessage,
  helperMessage,
  type Leaving,
  receiptMessage,
  refundMessage,
  signInMessage,
} from './messages';
export { sessionMessage, type SessionForLetter } from './sessionMessage';
export { taskMessage, type TaskForLetter } from './taskMessage';
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
export { greeted, type Message, type Setting } from './letter';
export { agreementState, restInWords, paymentsMade } from './agreementWords';
export { readyReply } from './reply';
export { type DocumentPaper, paperName, receiptDocument, creditNoteDocument, taxedBy } from './documents';
export { refusalSentence } from './refusals';
