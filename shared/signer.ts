import type { GivenBefore } from '../core/rounds/given'

export type { GivenBefore }

export type { SignerPaper, SignerView, ProveView } from './out/signer'
