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
} from './orderEmails';
export { appointmentMessage, type AppointmentForEmail } from './appointmentEmail';
export { taskMessage, type TaskForEmail } from './taskEmail';
export { agreementMessage } from './agreementEmail';
export {
  AGREEMENT_EMAILS,
  type AgreementEmailKind,
  type AgreementEmailName,
  emailKind,
  emailKindOn,
} from './agreementEmails';
export { type Example, OTHER_EMAILS, type OtherEmail } from './otherEmails';
export { boughtRows } from './boughtRows';
export type { AgreementMail } from './agreementMail';
export { type EmailDocument, greeted, type Message, type Setting } from './compose';
