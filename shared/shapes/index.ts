export * from './facts'
export * from './money'
export * from './papers'
