export * from './hurt';
