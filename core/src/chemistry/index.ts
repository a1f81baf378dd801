export * from './ph';
export * from './yields';
export * from './explain';
