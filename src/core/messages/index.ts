export { consequencesOf } from './consequences';
export { agreementState, restInWords, paymentsMade } from './agreementWords';
export { readyReply } from './reply';
export { type DocumentPaper, paperName, receiptDocument, creditNoteDocument, taxedBy } from './documents';
export { refusalSentence } from './refusals';
