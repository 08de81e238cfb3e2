import type { Given } from '../core/rounds/given'

export type { Given }

export type { SignerPaper, SignerView, ProveView } from './out/signer'
