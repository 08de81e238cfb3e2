/** The set of errors that cross the wire, as problem details (RFC 9457). */
export const STATUS = {
  'not-signed-in': 401,
  'wrong-sign-in': 401,
  'not-allowed': 403,
  locked: 423,
  'not-found': 404,
  stale: 409,
  conflict: 409,
  'not-now': 409,
  'not-matched': 412,
  gone: 410,
  invalid: 422,
  'too-large': 413,
  'slow-down': 429,
  'bad-signature': 401,
  unavailable: 503,
} as const
export type ProblemCode = keyof typeof STATUS

/** A refusal with a plain message: what is wrong, and what to do. `fields` names the places it belongs to. */
export class Problem extends Error {
  constructor(
    readonly code: ProblemCode,
    message: string,
    readonly fields: Record<string, string> = {},
    readonly extra: Record<string, unknown> = {},
  ) {
    super(message)
  }
  get status(): number {
    return STATUS[this.code]
  }
  body(): Record<string, unknown> {
    return {
      type: `upwold:${this.code}`,
      title: this.message,
      status: this.status,
      code: this.code,
      fields: this.fields,
      ...this.extra,
    }
  }
}

export const notFound = (what: string): Problem =>
  new Problem('not-found', `This ${what} does not exist, or not any more.`)
