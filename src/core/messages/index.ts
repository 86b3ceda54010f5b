export { receiptMessage, refundMessage, signInMessage, type Message } from './messages';
export { receiptDocument, creditNoteDocument, type DocumentPaper } from './documents';
export { readyReply } from './reply';
export { refusalSentence } from './refusals';
