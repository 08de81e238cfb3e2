/** What is brought in of somebody. */
export interface Person {
  name: string
  email: string
  phone: string
  address: string
  kind: 'person' | 'organisation'
  born: string | null
}
