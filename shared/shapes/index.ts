export * from './money'
export * from './papers'
