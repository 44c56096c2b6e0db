import type { RequestHandler } from 'express'
import { LRUCache } from 'lru-cache'
import type { Config } from '../platform/config.ts'
import { AppError } from '../platform/errors/AppError.ts'

const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]']

/**
 * Refuses what was addressed to another host, as by a name that an attacker has pointed here, and what comes from pages of another origin. The
 * server answers to loopback, to the address it listens on, and to the origins that its settings name.
 */
export function refuseForeign({ host, origins }: Pick<Config, 'host' | 'origins'>): RequestHandler {
  const named = new Set([...LOOPBACK, host, ...origins.map((origin) => new URL(origin).hostname)])
  // Requests name the same few hosts again and again.
  const known = new LRUCache<string, { readonly isOwn: boolean }>({ max: 100 })
  const isOwn = (address = '') => {
    let found = known.get(address)
    if (!found) {
      const url = parseUrl(`http://${address}`)
      known.set(address, (found = { isOwn: url !== null && named.has(url.hostname) }))
    }
    return found.isOwn
  }
  return (request, _response, next) => {
    const { host: addressed, origin, 'sec-fetch-site': site } = request.headers
    if (!isOwn(addressed)) throw new AppError('foreign-request')
    if (origin !== undefined && !origins.includes(origin) && parseUrl(origin)?.host !== addressed)
      throw new AppError('foreign-request')
    // A browser says so even where it sends no origin.
    if (site === 'cross-site' && request.method !== 'GET') throw new AppError('foreign-request')
    next()
  }
}

function parseUrl(text: string): URL | null {
  try {
    return new URL(text)
  } catch {
    return null
  }
}
