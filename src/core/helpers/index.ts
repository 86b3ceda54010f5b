export { Helper, MAY_ALL, mayGiveBack, type Right, Rights, rightsInWords } from './helper';
