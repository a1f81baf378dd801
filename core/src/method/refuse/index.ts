export * from './words';
export * from './holds';
export * from './strength';
export * from './product';
export * from './application';
export * from './tool';
