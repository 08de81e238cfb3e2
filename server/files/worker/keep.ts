export { backUp } from '../../platform/archive'
