import { describe, expect, it } from 'vitest'
import { railInWords } from './stops'

describe('railInWords', () => {
  it.each([
    ['ppppphnnn', 'passed to Located, held at Heard'],
    ['wwnnnnnnn', 'waiting at Known'],
    ['pppwnnnnn', 'passed to Released, waiting at Fetched'],
    ['p--------', 'passed all nine stops'],
    ['ppppppppp', 'passed all nine stops'],
  ])('says %s as people do', (rail, words) => {
    expect(railInWords(rail)).toBe(words)
  })
})
