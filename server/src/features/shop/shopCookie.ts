import { DAY_MS } from '@novalex/core'
import cookieParser from 'cookie-parser'
import type { Request, RequestHandler, Response } from 'express'
import { createId } from '../../platform/createId.ts'

const NAME = 'novalex.shopper'
const VISITOR = 'novalex.visitor'

/** Reads the cookies of the shop, signed so that nobody can write them but the server. */
export function readShopCookies(secret: string): RequestHandler {
  return cookieParser(secret)
}

/** The id of the shopper who is signed in to the stand-in shop here; null for a guest. */
export function shopperOf(request: Request): string | null {
  const { [NAME]: id } = request.signedCookies as Record<string, string | false | undefined>
  return typeof id === 'string' ? id : null
}

/** Id of a shop visitor, signed in or not; null before the first visit. */
export function visitorOf(request: Request): string | null {
  const { [VISITOR]: id } = request.signedCookies as Record<string, string | false | undefined>
  return typeof id === 'string' ? id : null
}

/** Gives a visitor who is new a cookie, before there is anything to order: the answer to an order may get lost, and its cookie with it. */
export function welcome(request: Request, response: Response): void {
  if (visitorOf(request) === null) setCookie(request, response, { name: VISITOR, value: createId() })
}

export function rememberShopper(request: Request, response: Response, id: string): void {
  setCookie(request, response, { name: NAME, value: id })
}

function setCookie(
  request: Request,
  response: Response,
  { name, value }: { readonly name: string; readonly value: string },
): void {
  response.cookie(name, value, {
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
