import { itemMeans } from '../core/items/table'
import { bringing, lookAtFile } from './bring'

export const lookAtItems = lookAtFile(itemMeans)
export const bringItems = lookAtItems.extend(bringing)
