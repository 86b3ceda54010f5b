export { createPaymentsStandIn, type PaymentsStandIn } from './payments/routes';
export { createMailStandIn, type MailStandIn } from './mail/routes';
export { standInClock, type StandInClock } from './shared/clock';
export { createWalletStandIn, type WalletStandIn } from './wallet/routes';
