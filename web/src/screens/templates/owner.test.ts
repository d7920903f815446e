import { expect, test } from 'vitest'
import type { Schemas } from '../../api/client'
import { type Owner, ownerOf } from './owner'

const layer = (kind: Owner['layer'], owner: string): Schemas['LayerView'] => ({
  layer: kind,
  owner,
  name: `${kind} ${owner}`,
  values: 0,
})

const settings = (...layers: Schemas['LayerView'][]) => ({ layers }) as Schemas['DeviceSettings']

const own = settings(
  layer('SITE', '2'),
  layer('TEMPLATE', '1'),
  layer('TEMPLATE', '3'),
  layer('DEVICE', '27'),
)

test('the nearest template is edited unless another layer is chosen', () => {
  expect(ownerOf(own, undefined)?.owner).toBe('3')
  expect(ownerOf(own, { layer: 'SITE', owner: '2', name: '' })?.name).toBe('SITE 2')
})

test('a layer that another device does not have gives way to its own of that kind', () => {
  expect(ownerOf(own, { layer: 'SITE', owner: '9', name: '' })?.owner).toBe('2')
  expect(ownerOf(own, { layer: 'KIT', owner: '1', name: '' })?.owner).toBe('3')
})

test('without a template the device speaks for itself', () => {
  expect(ownerOf(settings(layer('SITE', '2'), layer('DEVICE', '27')), undefined)?.layer).toBe('DEVICE')
  expect(ownerOf(undefined, undefined)).toBeUndefined()
})
