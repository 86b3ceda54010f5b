export { plainText, type Statement, type StatementPart } from './parts';
export { statementOf, statementOfRest, oftenInWords, type StatementContext } from './statement';
