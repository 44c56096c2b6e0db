import { expect, test } from 'vitest'
import { createTaskQueues } from './taskQueues.ts'

/** A task that ends when it is told to. */
function createTask() {
  let end: () => void = () => undefined
  let isStarted = false
  const ended = new Promise<void>((resolve) => (end = resolve))
  const work = async () => {
    isStarted = true
    await ended
    return 'done'
  }
  return { work, end, isStarted: () => isStarted }
}
const turn = () => new Promise((resolve) => setTimeout(resolve, 5))

test('two of one person at once; those that wait know their place, and others wait for nobody', async () => {
  const queues = createTaskQueues()
  const tasks = [createTask(), createTask(), createTask(), createTask()]
  const places: Record<number, number[]> = { 2: [], 3: [] }
  const runs = tasks.map(({ work }, at) => queues.run('mara', work, { onPlace: (place) => places[at]!.push(place) }))
  await turn()
  expect(tasks.map(({ isStarted }) => isStarted())).toEqual([true, true, false, false])
  const other = createTask()
  const own = queues.run('paul', other.work)
  await turn()
  expect(other.isStarted()).toBe(true)
  tasks[0]!.end()
  await turn()
  expect(tasks.map(({ isStarted }) => isStarted())).toEqual([true, true, true, false])
  expect(places).toEqual({ 2: [1], 3: [2, 1] })
  for (const { end } of [...tasks, other]) end()
  expect(await Promise.all([...runs, own])).toEqual(Array.from({ length: 5 }, () => 'done'))
})

test('who leaves is taken out of the queue; too many that wait are refused; what breaks holds up nothing', async () => {
  const queues = createTaskQueues()
  const running = [createTask(), createTask()]
  const runs = running.map(({ work }) => queues.run('mara', work))
  const leaving = new AbortController()
  const gone = createTask()
  const left = queues.run('mara', gone.work, { signal: leaving.signal })
  leaving.abort()
  await expect(left).rejects.toThrow()
  const broken = queues.run('mara', () => Promise.reject(new Error('broke')))
  const waiting = Array.from({ length: 9 }, () => queues.run('mara', () => Promise.resolve('after')))
  await expect(queues.run('mara', gone.work)).rejects.toMatchObject({ code: 'too-many-tasks' })
  for (const { end } of running) end()
  await expect(broken).rejects.toThrow('broke')
  expect(await Promise.all([...runs, ...waiting])).toHaveLength(11)
  expect(gone.isStarted()).toBe(false)
  expect(await queues.run('mara', () => Promise.resolve('fresh'))).toBe('fresh')
})
