export * from './cover';
export * from './solve';
export * from './highs';
export * from './bound';
export * from './search';
export * from './goals';
export * from './smallest';
