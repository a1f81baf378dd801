export * from './schema';
export * from './catalogue';
