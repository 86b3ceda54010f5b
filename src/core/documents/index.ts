// Every kind adds its lines to the types below by being in the list.
export { DOCUMENT_KINDS } from './kinds';
export type { DocumentName, Documents, DraftContent, ReleaseContent } from './content';
export {
  type AnyDocumentKind,
  type Checked,
  type DocumentKind,
  documentKind,
  type FieldName,
  type Stage,
} from './kind';
export { type Finding, quoted, type Subject } from './finding';
export { same } from './alike';
export {
  allDocuments,
  contentOf,
  documentKey,
  documentKindOf,
  docsOf,
  fieldName,
  idOfKey,
  kindOfKey,
  type Placed,
  titleOf,
} from './handling';
export { priceParts, priceChanges } from './offer/priceDetails';
