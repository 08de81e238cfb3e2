import { AsyncLocalStorage } from 'node:async_hooks'
import { pino, stdSerializers } from 'pino'

/** What a line belongs to: a request or an errand, by the id it is told with. */
interface About {
  request?: string
  errand?: string
}
const about = new AsyncLocalStorage<About>()

export const LEVELS = ['debug', 'info', 'warn', 'error', 'silent'] as const
/** The level that is asked for, or null where it is none of them. */
export function levelOf(asked: string | undefined): (typeof LEVELS)[number] | null {
  return asked ? (LEVELS.find((l) => l === asked) ?? null) : 'info'
}
const level = levelOf(process.env.UPWOLD_LOG) ?? 'info'

/** A line as somebody reads it who develops: `12:04:05 warn  what happened {"request":"…"}`. */
function readable(line: string): string {
  const {
    time,
    level: words,
    msg,
    err,
    ...rest
  } = JSON.parse(line) as Record<string, string> & { err?: { stack?: string } }
  const more = Object.keys(rest).length ? ` ${JSON.stringify(rest)}` : ''
  return `${time!.slice(11, 19)} ${words!.padEnd(5)} ${msg}${more}${err?.stack ? `\n${err.stack}` : ''}\n`
}

/** An error without the values a query was run with: what people gave doesn't stand in a log. */
function withoutValues<E extends { message: string; stack?: string }>(error: E): E {
  const cut = (text: string) => text.replace(/\nparams: [^\n]*/g, '')
  error.message = cut(error.message)
  if (error.stack) error.stack = cut(error.stack)
  return error
}

/** The sink of all lines: JSON, one a line, in production; words otherwise. */
const sink = {
  write: (line: string) => void process.stdout.write(process.env.NODE_ENV === 'production' ? line : readable(line)),
}

/**
 * The one log of the server. Nothing that opens anything stands in it: no link, no code, no address of a signer's page.
 * Every line carries the request or the errand it belongs to.
 */
export const log = pino(
  {
    level,
    base: null,
    timestamp: () => `,"time":"${new Date().toISOString()}"`,
    formatters: { level: (label) => ({ level: label }) },
    serializers: { err: (error: Error) => withoutValues(stdSerializers.err(error)) },
    mixin: () => ({ ...about.getStore() }),
  },
  sink,
)

/** Runs `work` with every line of it told with what it belongs to. */
export const toldWith = <T>(what: About, work: () => T): T => about.run(what, work)
/** The id of the request that is being answered; empty outside one. */
export const requestId = (): string => about.getStore()?.request ?? ''
