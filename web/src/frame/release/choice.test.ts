import { expect, test } from 'vitest'
import type { Schemas } from '../../api/client'
import { choiceOf } from './choice'

const device = (id: number, ready = true) => ({ id, ready }) as Schemas['PendingDevice']

test('as long as all are listed they are named one by one', () => {
  const page = { all: 3, ready: 2, waiting: 0, devices: [device(1), device(2), device(3, false)] }
  expect(choiceOf(page, '', new Set([2]))).toEqual({ count: 1, listed: [1], body: { deviceIds: [1] } })
})

test('of more than are listed all are taken but those left out', () => {
  const page = { all: 10_000, ready: 9_990, waiting: 0, devices: [device(1), device(2)] }
  expect(choiceOf(page, 'pier', new Set([2]))).toEqual({
    count: 9_989,
    listed: [1],
    body: { allPending: { q: 'pier', except: [2] } },
  })
})
