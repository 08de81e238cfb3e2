/** The nonce of this page's policy; scripts hide it from everything but scripts. */
export const pageNonce = (): string => document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce ?? ''
