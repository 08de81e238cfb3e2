import type { InlineContext } from './pieces'
import type { Box, StructNode } from './types'

/** Laid-out blocks by what they say, kept between two layouts of a document that is being written. */
export interface LayoutCache {
  boxes: Map<string, Box[]>
}

export interface BlockContext extends InlineContext {
  nodes: StructNode[]
  /** The colour of headings; ink where it isn't said. */
  headings?: string
  /** Only where places are wanted and no structure tree: kept boxes point to no nodes of this one. */
  cache?: { old: LayoutCache['boxes']; next: LayoutCache['boxes'] }
}

export const NUMBER_INDENT = 30
