import { expect, it } from 'vitest'
import { leftOut } from './FileStrip'

it('every column that is left out is told with its first values', () => {
  expect(
    leftOut({
      headings: true,
      fields: ['device', '', ''],
      sample: [
        ['MAC', 'Price', ''],
        ['024b7a000001', '9', ''],
        ['024b7a000002', '', ''],
        ['024b7a000003', '7', ''],
        ['024b7a000004', '6', ''],
        ['024b7a000005', '5', ''],
      ],
    }),
  ).toEqual(['Price (9, 7, 6)', 'column 3 (empty)'])
  expect(leftOut({ headings: false, fields: [''], sample: [['a', 'b']] })).toEqual([
    'column 1 (a)',
    'column 2 (b)',
  ])
})
