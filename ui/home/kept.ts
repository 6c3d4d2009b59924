/** What the page keeps on this device; where the browser lets nothing be kept, it lasts as long as the page is open. */
const memory = new Map<string, string>()

export function read(key: string): string | null {
  try {
    return localStorage.getItem(key) ?? memory.get(key) ?? null
  } catch {
    return memory.get(key) ?? null
  }
}

/** Keeps a text; false where it lasts only as long as the page is open. */
export function write(key: string, text: string): boolean {
  memory.set(key, text)
  try {
    localStorage.setItem(key, text)
    return true
  } catch {
    return false
  }
}
