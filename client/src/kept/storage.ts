/**
 * What this browser keeps for the page. It may be denied, full, or hold junk: nothing here throws,
 * and a page that is not let keep anything still works.
 */

function storage(): Storage | null {
  try {
    return localStorage ?? null
  } catch {
    return null
  }
}

export function readKept(key: string): string | null {
  try {
    return storage()?.getItem(key) ?? null
  } catch {
    return null
  }
}

/** @returns whether it is really kept */
export function keep(key: string, text: string): boolean {
  try {
    const store = storage()
    store?.setItem(key, text)
    return store !== null
  } catch {
    return false
  }
}

export function forget(key: string): void {
  try {
    storage()?.removeItem(key)
  } catch {
    // Nothing is kept where nothing may be.
  }
}

/** Keys that begin so. */
export function keptKeys(beginning: string): string[] {
  try {
    return Object.keys(storage() ?? {}).filter((key) => key.startsWith(beginning))
  } catch {
    return []
  }
}
