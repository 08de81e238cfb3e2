/** Asks the device for its key; null where whoever holds it would rather not, a refusal in words where it can't. */
export async function askKey<T>(ask: () => Promise<T>): Promise<T | null> {
  try {
    return await ask()
  } catch (e) {
    const { name } = e as Error
    if (name === 'NotAllowedError' || name === 'AbortError') return null
    if (name === 'InvalidStateError') throw new Error('This device has a key for you already.')
    throw new Error('This device’s key could not be used.')
  }
}
