import { useState } from 'react'
import { type Problem, asProblem } from '../api/problem'
import { useChange } from '../api/queries'
import { type Difference, type Stands, differences, merged, same } from './merge'
import { useUnsaved } from '../kit/unsaved'

type Options<T extends object, R> = {
  /** What the form is about, as it is told to somebody who is about to leave it: “extension 2041”. */
  what: string
  /** What each field is called; a problem at a field named here is shown there. */
  labels: Partial<Record<keyof T & string, string>>
  /** The values as the server knows them now. The form opens with them; later changes are told, never typed over. */
  known: T
  /** The version of what is known; 0 for something new. */
  version?: number
  /** Sends the values, typed over this version. */
  send: (values: T, version: number) => Promise<R>
  /** They are kept. */
  kept?: (answer: R) => void
  /** What is sent of the same thing is sent one after the other. */
  inTurn?: string
}

export type Form<T extends object> = {
  values: T
  /** The version that the values were typed over. */
  version: number
  labels: Partial<Record<keyof T & string, string>>
  set: (change: Partial<T>) => void
  /** Something is typed that is not kept. */
  dirty: boolean
  busy: boolean
  error: Error | null
  problem: Problem | undefined
  keep: () => void
  /** Back to what is known. */
  forget: () => void
  /** What was changed elsewhere since the form opened, while something was typed here. */
  meanwhile: Difference<T>[]
  /** Whether this form changed the field too. */
  touched: (at: keyof T & string) => boolean
  /** Goes on from what is known now, with what was typed here. */
  merge: (both: Stands) => void
}

type Opened<T> = { values: T; version: number }

/**
 * A form's values, over the version as it was when the form opened. What somebody else keeps meanwhile replaces nothing
 * that is typed: without anything typed the form follows, else it tells the difference and lets both be merged.
 */
export function useForm<T extends object, R>(options: Options<T, R>): Form<T> {
  const { what, labels, known, version = 0, send, kept, inTurn } = options
  const [opened, setOpened] = useState<Opened<T>>({ values: known, version })
  const [values, setValues] = useState(known)
  const dirty = !same(values, opened.values)
  const clear = useUnsaved(what, dirty)
  const change = useChange(
    (sent: Opened<T>) => send(sent.values, sent.version),
    (answer, sent) => {
      setOpened({ values: sent.values, version: sent.version })
      clear()
      kept?.(answer)
    },
    inTurn,
  )
  const moved = version !== opened.version
  const meanwhile = moved && dirty ? differences(opened.values, known).filter((d) => d.at in labels) : []
  if (moved && meanwhile.length === 0) {
    setOpened({ values: known, version })
    setValues(dirty ? merged(opened.values, values, known, 'mine') : known)
  }
  return {
    values,
    version: opened.version,
    labels,
    set: (changed) => setValues((before) => ({ ...before, ...changed })),
    dirty,
    busy: change.isPending,
    error: change.error,
    problem: asProblem(change.error),
    keep: () => change.mutate({ values, version: opened.version }),
    forget: () => {
      change.reset()
      setOpened({ values: known, version })
      setValues(known)
    },
    meanwhile,
    touched: (at) => !same(values[at], opened.values[at]),
    merge: (both) => {
      change.reset()
      setValues(merged(opened.values, values, known, both))
      setOpened({ values: known, version })
    },
  }
}

/** The form, with what a trial of its values already found wrong. */
export function foreseeing<T extends object>(form: Form<T>, trial: Error | null): Form<T> {
  return { ...form, problem: form.problem ?? asProblem(trial) }
}
