/** Why a file was refused, in words for whoever brought it. */
export type Refusal =
  | 'not-pdf'
  | 'damaged'
  | 'password'
  | 'wrong-password'
  | 'no-pages'
  | 'too-many-pages'
  | 'xfa'
  | 'signed'
  | 'bomb'
  | 'picture'
  | 'too-deep'
  | 'too-many-objects'
  | 'endless'
  | 'cut-off'
export class RefusedFile extends Error {
  constructor(
    readonly why: Refusal,
    message: string,
  ) {
    super(message)
  }
}
