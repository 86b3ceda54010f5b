export { receiptMessage, refundMessage, signInMessage } from './messages';
export { agreementMessage } from './agreementMessages';
export { letterOn, OCCASIONS, type Occasion } from './occasions';
export { consequencesOf } from './consequences';
export type { Message } from './letter';
export { agreementState, restInWords, paymentsMade } from './agreementWords';
export { receiptDocument, laterReceiptDocument, paperName, creditNoteDocument, type DocumentPaper } from './documents';
export { readyReply } from './reply';
export { refusalSentence, reasonWords } from './refusals';
