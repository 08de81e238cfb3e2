export { default } from './[...path]'
