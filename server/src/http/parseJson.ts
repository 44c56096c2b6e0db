import express, { type RequestHandler } from 'express'

/** Enough for every question and every rule: a cart of 500 lines, a condition of many parts. */
const parseSmall = express.json({ limit: '64kb' })
/** Room for a list of 100,000 products with their prices. */
const parseList = express.json({ limit: '8mb' })

/** What may hold lists of products. */
const LISTS = /^\/(promotions|sets|reach|products\/(table|found|lookup)|reprice)(\/|$)/

/** Reads the body of a request as JSON, up to as much as its address may take. */
export const parseJson: RequestHandler = (request, response, next) => {
  const parse = LISTS.test(request.path) ? parseList : parseSmall
  parse(request, response, next)
}
