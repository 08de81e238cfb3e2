import { customType, integer, text } from 'drizzle-orm/sqlite-core'
import type { Minor } from '../../../../core/money/money'
import { decrypt, encrypt } from '../../crypt'

/** The kinds of column every table is made of. */
export const id = () => text('id').primaryKey()
export const json = <T>(name: string) => text(name, { mode: 'json' }).$type<T>()
export const money = (name: string) => integer(name).$type<Minor>()
export const at = (name: string) => text(name)
/** What nobody but its owner may read before it is given: kept encrypted. What was kept before that is read as it is. */
export const sealed = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'text',
    toDriver: (value) => JSON.stringify(encrypt(Buffer.from(JSON.stringify(value)), name)),
    fromDriver: (stored) => {
      const inside = JSON.parse(stored) as unknown
      return (
        typeof inside === 'string' ? JSON.parse(Buffer.from(decrypt(inside, name)).toString('utf8')) : inside
      ) as T
    },
  })(name)
export const flag = (name: string) => integer(name, { mode: 'boolean' })
