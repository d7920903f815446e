/** Something wrong at one field, as the server tells it. */
export type FieldProblem = { pointer: string; reason: string; hint: string }

/** A refused request: a problem document (RFC 9457) as an error. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly fields: FieldProblem[],
  ) {
    super(detail)
  }

  /** What is wrong at this field, if anything. */
  at(pointer: string): FieldProblem | undefined {
    return this.fields.find((f) => f.pointer === pointer)
  }
}

type Answer<T> = { data?: T; error?: unknown; response: Response }

/** The data of an answer; a refused one is thrown as a Problem. */
export async function unwrap<T>(answer: Promise<Answer<T>>): Promise<T> {
  let result: Answer<T>
  try {
    result = await answer
  } catch {
    throw new Problem(0, 'Jordfell does not answer. What you typed is kept; try again.', [])
  }
  if (result.response.ok) return result.data as T
  const body = (typeof result.error === 'object' && result.error ? result.error : {}) as {
    detail?: string
    fields?: FieldProblem[]
  }
  const fallback =
    result.response.status === 403 ? 'Your role does not allow this.' : 'This could not be done.'
  throw new Problem(result.response.status, body.detail ?? fallback, body.fields ?? [])
}

export function asProblem(error: unknown): Problem | undefined {
  if (error instanceof Problem) return error
  return error instanceof Error ? new Problem(0, error.message, []) : undefined
}
