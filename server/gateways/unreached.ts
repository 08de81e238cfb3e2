/** Why a server that was asked over HTTP can't be reached, in words whoever set it up can use; null for anything else. */
export function unreached(error: unknown, hostname: string): string | null {
  const { code } = ((error as { cause?: { code?: string } }).cause ?? {}) as { code?: string }
  if (code === 'ENOTFOUND' || code === 'EAI_AGAIN') return `There is no server by the name ${hostname}.`
  return code === 'ECONNREFUSED' ? `${hostname} takes nothing on this port.` : null
}
