/**
 * The layers and the rooms of the server, top first. An import points only downward in this list, and two rooms on one
 * line don't import each other. Lint (`eslint.config.mjs`), the picture in `docs/architecture.svg` and the test of both
 * (`tests/rooms.test.ts`) are made from it, so that none of them can say something else.
 *
 * @typedef {{ path: string, holds: string }} Room
 */

/** @type {Room[]} */
export const LAYERS = [
  { path: 'app', holds: 'Vue: pages, components, stores, web workers' },
  { path: 'server', holds: 'Nitro: routes, use cases, the database' },
  { path: 'shared', holds: 'Zod schemas and words: what crosses the wire' },
  { path: 'core', holds: 'the computation: plain data in, plain data out' },
]

/** Lines of rooms under `server/`. @type {Room[][]} */
export const ROOMS = [
  [
    { path: 'plugins', holds: 'start of the process, the guard before every request' },
    { path: 'middleware', holds: 'what a signer’s page is drawn from, read once' },
  ],
  [
    { path: 'api', holds: 'routes: who may call, what comes in and goes out, one call' },
    { path: 'routes', holds: 'pages that are not the application: the card page, the way back' },
    { path: 'errands', holds: 'what is done later, by kind: which function does it' },
  ],
  [{ path: 'doors', holds: 'how a route is made: access, origin, size, problems' }],
  [{ path: 'following', holds: 'what follow-ups do: each act, done again, undone' }],
  [{ path: 'views', holds: 'what a screen, the signer’s page, an export or a feed reads' }],
  [{ path: 'messages', holds: 'what is said by mail and text, one function a message' }],
  [{ path: 'rounds/act', holds: 'what a signer does: open, prove, fill, sign, decline, ask' }],
  [{ path: 'rounds/manage', holds: 'what the business does to a round that is out' }],
  [{ path: 'rounds/open', holds: 'standing links: what comes in by them becomes a record and a round' }],
  [{ path: 'rounds/prepare', holds: 'plan, freeze and send a round; lists' }],
  [
    { path: 'rounds/after', holds: 'what an event leads to: next turns, ends, reminders' },
    { path: 'rounds/seal', holds: 'the sealed copy, its key, the signed heads' },
  ],
  [{ path: 'setup', holds: 'the first start: a business, its owner, what they begin with' }],
  [{ path: 'marking', holds: 'somebody else’s pages with marks on them' }],
  [{ path: 'desk', holds: 'what is marked of visits at the front desk' }],
  [
    { path: 'follow-ups', holds: 'rules and what they put down; tasks and tags' },
    { path: 'systems', holds: 'other systems: calls and files, tokens, calendars, mail that comes in' },
  ],
  [{ path: 'papers', holds: 'papers of a job: made, filled, drawn, amended, in drift' }],
  [
    { path: 'templates', holds: 'templates and clauses' },
    { path: 'money', holds: 'payments and invoices' },
  ],
  [{ path: 'jobs', holds: 'the job record and its priced lines' }],
  [
    { path: 'contacts', holds: 'people and organisations' },
    { path: 'members', holds: 'members, their sessions, the log of the doors' },
    { path: 'business', holds: 'what the owner sets' },
  ],
  [{ path: 'standing', holds: 'the thread of a job and its standing, projected once a commit' }],
  [{ path: 'chain', holds: 'events of a round: appended, folded; its links and passes' }],
  [{ path: 'gateways', holds: 'mail, text, cards, identity; their stand-ins' }],
  [{ path: 'files', holds: 'taking files in, drawing, pictures; the worker threads' }],
  [{ path: 'queue', holds: 'errands: what is done later, leased and retried' }],
  [{ path: 'records', holds: 'a stored record read whole: business, job, paper, people' }],
  [{ path: 'platform', holds: 'settings, clock, keys, database, blobs, problems, log' }],
]

/** Every room's path under `server/`, top first. */
export const roomPaths = ROOMS.flat().map((r) => r.path)

/** The room a file of the server stands in; null for what stands in none. @param {string} file as `server/views/today.ts` */
export function roomOf(file) {
  return roomPaths.find((r) => file.startsWith(`server/${r}/`)) ?? null
}

/** The rooms that one may not import from: all on its own line but itself, and all above. @param {string} path */
export function forbiddenFor(path) {
  const line = ROOMS.findIndex((rooms) => rooms.some((r) => r.path === path))
  return ROOMS.slice(0, line + 1)
    .flat()
    .filter((r) => r.path !== path)
}

/** The layers above one. @param {string} path */
export const layersAbove = (path) =>
  LAYERS.slice(
    0,
    LAYERS.findIndex((l) => l.path === path),
  )
