export { waiver } from '../../demo/templates/waiver'
