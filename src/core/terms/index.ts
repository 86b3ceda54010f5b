export { Terms, type FreeTerms, type OnceTerms } from './terms';
export { scheduleOf, type Due } from './schedule';
export { statementOf, plainText, type Statement, type StatementPart } from './statement';
