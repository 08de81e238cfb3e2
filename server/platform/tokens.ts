import { createHmac } from 'node:crypto'
import { useConfig } from './config'
import { keyFor } from './crypt'

/** A token is drawn from the secret and a nonce, so that an errand that is done again sends the same link and nothing readable lies in between. */
export const tokenOf = (personId: string, nonce: string): string =>
  createHmac('sha256', keyFor('signer links')).update(`${personId}:${nonce}`).digest('base64url')
/** The same for a member's way in. */
export const doorTokenOf = (memberId: string, nonce: string): string =>
  createHmac('sha256', keyFor('ways in')).update(`${memberId}:${nonce}`).digest('base64url')
/** The same for whoever is asked to answer from a job. */
export const flowTokenOf = (askId: string, nonce: string): string =>
  createHmac('sha256', keyFor('flows')).update(`${askId}:${nonce}`).digest('base64url')
/** The same for a member's calendar. */
export const feedTokenOf = (memberId: string, nonce: string): string =>
  createHmac('sha256', keyFor('calendars')).update(`${memberId}:${nonce}`).digest('base64url')
/** The same for somebody's own page. */
export const ownTokenOf = (contactId: string, nonce: string): string =>
  createHmac('sha256', keyFor('own pages')).update(`${contactId}:${nonce}`).digest('base64url')
export const ownUrl = (token: string): string => `${useConfig().origin}/own/${token}`
export const doorUrl = (token: string): string => `${useConfig().origin}/enter/${token}`
export const linkUrl = (token: string): string => `${useConfig().origin}/s/${token}`
/** The address of a standing link. */
export const standingUrl = (token: string): string => `${useConfig().origin}/o/${token}`
