export { Terms, type FreeTerms, type OnceTerms } from './terms';
export { Access, accessEnds, accessOf, accessSentence, lengthInWords } from './access';
export { scheduleOf, type Due } from './schedule';
export { statementOf, plainText, type Statement, type StatementPart } from './statement';
