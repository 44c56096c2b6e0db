import compression from 'compression'
import express from 'express'
import { pino } from 'pino'
import { readConfig } from '../../server/src/platform/config.ts'
import { addApiMiddleware, addRequestMiddleware } from '../../server/src/http/frame.ts'

/** Gives back what it is sent, behind all that every request passes in Novalex: what a route is measured against. */
const config = readConfig(process.env)
const app = express()
addRequestMiddleware(app, { config, logger: pino({ level: config.logLevel }) })
app.use(compression())
const api = express.Router()
addApiMiddleware(api, config)
api.use(express.json({ limit: '64kb' }))
api.post('/echo', (request, response) => {
  response.json(request.body)
})
app.use('/api', api)
// Nothing but the framework: what all that stands before a route costs.
const bare = express()
bare.post('/bare', express.json({ limit: '64kb' }), (request, response) => {
  response.json(request.body)
})
bare.listen(Number(process.env.NOVALEX_BARE_PORT), config.host)
app.get('/readyz', (_request, response) => {
  response.json({ status: 'ok' })
})
app.listen(config.port, config.host)
