export { Quote, type QuoteLine, quoteFor, quoteFingerprint, type QuoteRefusal, type Standing, firstBuyer, QUOTE_LASTS_MS } from './quote';
