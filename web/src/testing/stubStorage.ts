import { vi } from 'vitest'

/** Stands in for the browser's storages while a test runs. */
export function stubStorage(): void {
  for (const name of ['localStorage', 'sessionStorage']) {
    const kept = new Map<string, string>()
    vi.stubGlobal(name, {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => kept.set(key, value),
      removeItem: (key: string) => kept.delete(key),
    })
  }
}
