import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import type { IncomingMessage } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import type { UploadLimits } from '../../platform/config.ts'
import { AppError } from '../../platform/errors/AppError.ts'

export const MAX_UPLOAD_BYTES = 32 * 2 ** 20
/** A million lines of orders. */
export const MAX_ORDERS_BYTES = 160 * 2 ** 20

interface Upload {
  readonly request: IncomingMessage
  /** The sender, whose concurrent uploads are limited. */
  readonly by: string
  readonly maxBytes?: number
}

/** Receives the body of a request in a temporary file, which exists until `use` ends. */
export type ReceiveUpload = <T>(upload: Upload, use: (path: string) => Promise<T>) => Promise<T>

/** Of the places, one person may take half. */
const shareOf = (atOnce: number) => Math.max(1, Math.floor(atOnce / 2))
/** Slower than that, after the time that a sender may be idle, is as good as nothing. */
const LEAST_BYTES_PER_S = 4096

/**
 * Files are taken in before anything is done with them, so a slow sender holds up nothing but its own place. Refused as `uploads-busy` where as many
 * as may are coming in, as `too-large`, and as `too-slow` where nothing comes for too long, or too little.
 */
export function createUploadReceiver({ atOnce, idleMs }: UploadLimits): ReceiveUpload {
  const activeUploads: string[] = []
  return async ({ request, by, maxBytes = MAX_UPLOAD_BYTES }, use) => {
    if (Number(request.headers['content-length'] ?? 0) > maxBytes) throw tooLarge(maxBytes)
    const own = activeUploads.filter((one) => one === by).length
    if (activeUploads.length >= atOnce || own >= shareOf(atOnce)) throw new AppError('uploads-busy')
    activeUploads.push(by)
    const folder = await mkdtemp(join(tmpdir(), 'novalex-upload-'))
    try {
      const path = join(folder, 'file')
      await receive(request, path, { idleMs, maxBytes })
      return await use(path)
    } finally {
      activeUploads.splice(activeUploads.indexOf(by), 1)
      await rm(folder, { recursive: true, force: true })
    }
  }
}

const tooLarge = (maxBytes: number) => new AppError('too-large', { facts: { maxBytes } })

async function receive(
  request: IncomingMessage,
  path: string,
  { idleMs, maxBytes }: { readonly idleMs: number; readonly maxBytes: number },
): Promise<void> {
  const idle = new AbortController()
  const timer = setTimeout(() => {
    idle.abort()
  }, idleMs)
  const startedAt = performance.now()
  async function* watch(pieces: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
    let bytes = 0
    for await (const piece of pieces) {
      timer.refresh()
      bytes += piece.length
      if (bytes > maxBytes) throw tooLarge(maxBytes)
      const elapsedMs = performance.now() - startedAt
      if (elapsedMs > idleMs && bytes < (LEAST_BYTES_PER_S * elapsedMs) / 1000) idle.abort()
      yield piece
    }
  }
  try {
    await pipeline(request, watch, createWriteStream(path), { signal: idle.signal })
  } catch (thrown) {
    throw idle.signal.aborted ? new AppError('too-slow', { cause: thrown }) : thrown
  } finally {
    clearTimeout(timer)
  }
}
