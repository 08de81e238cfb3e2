export { backUp } from '../../platform/archive'
export { takeOut } from '../../platform/open/take-out'
