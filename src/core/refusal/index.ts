export { refuse, type Refusal, type RefusalCode, type RefusalFacts, type RefusalOf } from './refusal';
