export * from './booking';
export * from './checkout';
export * from './learning';
export * from './member';
export * from './owner';
export * from './problem';
export * from './sessions';
