import { randomBytes } from 'node:crypto'
import express from 'express'
import mysql, { type ResultSetHeader } from 'mysql2/promise'

/**
 * A route that writes what an order writes, by hand and nothing else: what `measure:selling` holds orders against. The rows are of the same tables,
 * in one durable transaction.
 */
const { DATABASE_URL, NOVALEX_PORT } = process.env
const pool = mysql.createPool({ uri: DATABASE_URL!, connectionLimit: 20, timezone: 'Z' })
const app = express()
app.use(express.json())
app.get('/readyz', (_request, response) => {
  response.end()
})
app.post('/orders', async (request, response) => {
  const { cart, buyer } = request.body as {
    cart: { lines: { sku: string; quantity: number }[] }
    buyer: { email: string; name: string }
  }
  const connection = await pool.getConnection()
  try {
    await connection.query('set transaction isolation level read committed')
    await connection.beginTransaction()
    const number = randomBytes(9).toString('base64url')
    const receipt = JSON.stringify({ lines: cart.lines, grand: 4210, padding: 'x'.repeat(1200) })
    const [{ insertId }] = await connection.query<ResultSetHeader>(
      `insert into orders (number, holder, request_key, request_hash, placed_at, release_number, source, channel, email,
         name, consent, delivery_option, country, delivery_paid, grand, codes, receipt)
       values (?, 'bare', ?, ?, now(3), 1, 'bare', 'web', ?, ?, 0, 'parcel', 'AT', 490, 4210, '[]', ?)`,
      [number, number, number, buyer.email, buyer.name, receipt],
    )
    await connection.query(
      'insert into order_lines (order_id, position, sku, quantity, gift, paid, from_stock) values ?',
      [cart.lines.map(({ sku, quantity }, at) => [insertId, at, sku, quantity, 0, 1000, 0])],
    )
    await connection.query(
      'insert into order_promotions (order_id, promotion, shopper, code, placed_at, units, given, added, is_cancelled) values ?',
      [['demo-1', 'demo-2'].map((id) => [insertId, id, null, null, new Date(), 2, 200, 0, 0])],
    )
    await connection.query('insert into count_entries (promotion, uses, units, given, added) values ?', [
      ['demo-1', 'demo-2'].map((id) => [id, 1, 2, 200, 0]),
    ])
    await connection.commit()
    response.status(201).json({ order: { id: String(insertId), number } })
  } catch (thrown) {
    await connection.rollback()
    throw thrown
  } finally {
    connection.release()
  }
})
app.listen(Number(NOVALEX_PORT), '127.0.0.1')
