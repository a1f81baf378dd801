export * from './schema';
export * from './catalogue';
export * from './contents';
export * from './tuning';
export * from './claims';
