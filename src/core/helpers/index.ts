export { Helper, MAY_ALL, mayDo, mayGiveBack, type Right, Rights, rightsInWords } from './helper';
