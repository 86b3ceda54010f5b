export {
  chooseLocale,
  directionOf,
  LANGUAGE_NAMES,
  type Language,
  languageOf,
  languages,
  MIRRORED,
  wordsFor,
} from './languages';
export { refusalInWords } from './inWords';
export type { Words } from './en';
export type { Who } from './en/access';
export type { EmailPart, EmailRow, EmailWords } from './email';
export { plainText, say, type Facts, type Run, type Statement, type StatementPart, type Voice } from './statementParts';
