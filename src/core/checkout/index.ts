export { Quote, type QuoteLine, quoteFor, quoteFingerprint, type QuoteRefusal, QUOTE_LASTS_MS } from './quote';
