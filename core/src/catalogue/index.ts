export * from './schema';
export * from './house';
export * from './catalogue';
export * from './contents';
export * from './tuning';
export * from './claims';
