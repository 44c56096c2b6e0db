import type { Request, Response } from 'express'

/** Names the next page of a list in the header `Link`: the same question with some of its query changed. Source: RFC 8288. */
export function linkNext(
  { originalUrl }: Request,
  response: Response,
  changes: Readonly<Record<string, string>>,
): void {
  const [path = '', query] = originalUrl.split('?')
  const next = new URLSearchParams({ ...Object.fromEntries(new URLSearchParams(query)), ...changes })
  response.links({ next: `${path}?${next.toString()}` })
}
