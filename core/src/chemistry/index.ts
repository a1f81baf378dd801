export * from './ph';
export * from './yields';
