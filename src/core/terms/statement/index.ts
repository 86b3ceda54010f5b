export { plainText, type Statement, type StatementPart } from '../../words';
export { statementOf, statementOfRest, oftenInWords, type StatementContext } from './statement';
