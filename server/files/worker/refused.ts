/** A file that is refused, with the reason for whoever brought it. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly why = 'refused',
  ) {
    super(message)
  }
}

export type Answer<T> = { done: T } | { refused: { why: string; message: string } }

/** What is said of a file whose parts stand in each other without end. */
export const TOO_DEEP =
  'This file nests its parts so deeply that nothing could draw it. Print it to a new PDF, or save it anew.'

/**
 * Work on a stranger's file as an answer: what is refused comes back with its true reason, and so does what would nest
 * without end.
 */
export const answering =
  <I, O>(work: (input: I) => O | Promise<O>) =>
  async (input: I): Promise<Answer<O>> => {
    try {
      return { done: await work(input) }
    } catch (error) {
      if (error instanceof Refused) return { refused: { why: error.why, message: error.message } }
      if (error instanceof RangeError && /call stack/i.test(error.message))
        return { refused: { why: 'too-deep', message: TOO_DEEP } }
      if (error instanceof RangeError)
        return {
          refused: {
            why: 'too-large',
            message: 'This file needs more memory than it is worth. Make it smaller first.',
          },
        }
      throw error
    }
  }
