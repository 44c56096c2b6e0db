import { createPlan, placeAll, readCounts } from '../lib/orderTrial.mjs'
import { createRandom } from '../lib/random.mjs'
import { say } from '../lib/say.mjs'
import { pause, run } from '../lib/system.mjs'

const CLIENTS = 64
const BEFORE_KILL_MS = 4000
const DEAD_MS = 6000

/** Many clients order against limits through two servers on two nodes, of which one is killed meanwhile and comes back. Tells what went wrong. */
export async function orderMeanwhile({ nodes, servers, session, database, settled }) {
  const plan = await createPlan(servers[0].url, session)
  const placing = placeAll({
    urls: () => servers.map(({ url }) => url),
    plan,
    clients: CLIENTS,
    random: createRandom(20_270_310),
  })
  await pause(BEFORE_KILL_MS)
  await nodes[0].kill()
  say('Killed node 1 in the middle of orders.')
  await pause(DEAD_MS)
  await nodes[0].start()
  const outcome = await placing
  await settled()
  say(
    `${outcome.asked} requests for ${outcome.keys} keys: ${outcome.placed} orders placed, ${outcome.refused} refused, ${outcome.unknown} asked again.`,
  )
  const counted = await run('npm', ['run', '-s', 'recount'], { env: { DATABASE_URL: nodes[1].url(database) } })
  say(counted.trim().split('\n').at(-1))
  const differs = counted.includes('Nothing differs') ? [] : ['the recount of the orders differs']
  return [...outcome.faults, ...(await readCounts(servers[1].url, session, plan)), ...differs]
}
