import cookieParser from 'cookie-parser'
import type { Request, RequestHandler, Response } from 'express'

const NAME = 'novalex.shopper'
const DAY_MS = 86_400_000

/** Reads the cookies of the shop, signed so that nobody can write them but the server. */
export function readShopCookies(secret: string): RequestHandler {
  return cookieParser(secret)
}

/** The id of the shopper who is signed in to the stand-in shop here; null for a guest. */
export function shopperOf(request: Request): string | null {
  const { [NAME]: id } = request.signedCookies as Record<string, string | false | undefined>
  return typeof id === 'string' ? id : null
}

export function rememberShopper(request: Request, response: Response, id: string): void {
  response.cookie(NAME, id, {
    signed: true,
    httpOnly: true,
    sameSite: 'lax',
    secure: request.secure,
    maxAge: 30 * DAY_MS,
  })
}

export function forgetShopper(response: Response): void {
  response.clearCookie(NAME)
}
