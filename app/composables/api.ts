/** A refusal from the server, in plain words, with the fields it belongs to. */
export class ApiProblem extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly code: string,
    readonly fields: Record<string, string>,
    readonly extra: Record<string, unknown>,
  ) {
    super(message)
  }
}

interface Options {
  method?: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
  /** A plain object is sent as JSON, a file as it is. */
  body?: object
  query?: Record<string, string | number | undefined>
  headers?: Record<string, string>
  /** Where no JSON is answered. */
  responseType?: 'blob'
}

const changing = new Set<Promise<unknown>>()
/** Until the changes that are on their way are answered and what they returned is shown, or `most` milliseconds have passed. */
export const ownChanges = async (most: number): Promise<void> => {
  const over = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
  if (changing.size) await Promise.race([Promise.allSettled([...changing]).then(() => over(0)), over(most)])
}

/** Calls the API. Throws {@link ApiProblem} with words that can be shown. */
export function api<T>(path: string, options: Options = {}): Promise<T> {
  const answer = call<T>(path, options)
  if (options.method && options.method !== 'GET') {
    const gone = () => void changing.delete(answer)
    changing.add(answer)
    answer.then(gone, gone)
  }
  return answer
}

/** Routes are known by their schemas, not by the types of their files. */
const fetchAs = (path: string, options: object): Promise<unknown> =>
  ($fetch as unknown as (path: string, options: object) => Promise<unknown>)(path, options)

async function call<T>(path: string, options: Options): Promise<T> {
  try {
    return (await fetchAs(path, { ...options, retry: 0 })) as T
  } catch (error) {
    const data = (error as { data?: Record<string, unknown> }).data
    if (data?.code)
      throw new ApiProblem(
        String(data.title),
        Number(data.status),
        String(data.code),
        (data.fields ?? {}) as Record<string, string>,
        data,
      )
    throw new ApiProblem(
      'There is no connection just now. What you typed is kept; try again in a moment.',
      0,
      'offline',
      {},
      {},
    )
  }
}

/** The words for anything that was thrown. */
export const wordsOf = (error: unknown): string =>
  error instanceof Error ? error.message : 'That did not work. Please try again.'

/** A key of one's own, so that sending twice does one thing. */
export const newKey = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(12)), (b) => b.toString(16).padStart(2, '0')).join('')
