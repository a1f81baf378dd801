export * from './schema';
export * from './catalogue';
export * from './contents';
