import { describe, expect, it } from 'vitest'
import { Problem, unwrap } from './problem'

const answer = (status: number, body: unknown) =>
  Promise.resolve({ error: body, response: new Response(null, { status }) })

describe('unwrap', () => {
  it('gives what a good answer holds', async () => {
    expect(await unwrap(Promise.resolve({ data: 7, response: new Response() }))).toBe(7)
  })

  it('throws what is wrong at which field', async () => {
    const fields = [{ pointer: '/mac', reason: 'It has 10 digits.', hint: 'Twelve.' }]
    const problem = await unwrap(answer(422, { detail: 'It has 10 digits.', fields })).catch(
      (e: unknown) => e,
    )
    expect(problem).toBeInstanceOf(Problem)
    expect((problem as Problem).at('/mac')?.hint).toBe('Twelve.')
    expect((problem as Problem).at('/label')).toBeUndefined()
  })

  it.each([
    [403, 'Your role does not allow this.'],
    [500, 'This could not be done.'],
  ])('has words for a bare %i', async (status, words) => {
    await expect(unwrap(answer(status, undefined))).rejects.toThrow(words)
  })

  it('says that nothing is lost when nothing answers', async () => {
    await expect(unwrap(Promise.reject(new Error('offline')))).rejects.toThrow('What you typed is kept')
  })
})
