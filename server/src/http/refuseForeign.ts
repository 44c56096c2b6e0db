import type { RequestHandler } from 'express'
import type { Config } from '../config.ts'
import { AppError } from '../errors/AppError.ts'

const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]']

/**
 * Refuses what was addressed to another host, as by a name that an attacker has pointed here, and what comes from pages of another origin. The
 * server answers to loopback, to the address it listens on, and to the origins that its settings name.
 */
export function refuseForeign({ host, origins }: Pick<Config, 'host' | 'origins'>): RequestHandler {
  const named = new Set([...LOOPBACK, host, ...origins.map((origin) => new URL(origin).hostname)])
  const isOwn = (address: string | undefined) => {
    const url = parseUrl(`http://${address ?? ''}`)
    return url !== null && named.has(url.hostname)
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
