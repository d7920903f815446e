import { chakra } from '@chakra-ui/react'
import type { ReactElement, ReactNode } from 'react'
import type { FieldProblem } from '../api/problem'
import { Choice, Entry, LongEntry } from '../kit/basics'
import { Field } from '../kit/Field'
import type { Form } from './useForm'

type Of<T, V> = { [K in keyof T]-?: NonNullable<T[K]> extends V ? K : never }[keyof T] & string

type Props<T extends object, V> = {
  form: Form<T>
  at: Of<T, V>
  help?: string | undefined
  /** Set apart from the form’s own answer: a problem that is known before anything is sent. */
  problem?: FieldProblem | undefined
  disabled?: boolean
}

function Frame<T extends object, V>({
  form,
  at,
  help,
  problem,
  children,
}: Props<T, V> & { children: ReactElement<object> }) {
  return (
    <Field
      label={form.labels[at] ?? at}
      problem={form.problem?.at('/' + at) ?? problem}
      {...(help ? { help } : {})}
    >
      {children}
    </Field>
  )
}

type TextProps = { mono?: boolean; list?: string; password?: boolean; autoFocus?: boolean }

/** A line of text. */
export function TextField<T extends object>(props: Props<T, string> & TextProps) {
  const { form, at, mono, list, password, autoFocus, disabled } = props
  return (
    <Frame {...props}>
      <Entry
        width="100%"
        fontFamily={mono ? 'mono' : undefined}
        list={list}
        autoFocus={autoFocus}
        disabled={disabled}
        {...(password ? { type: 'password', autoComplete: 'new-password' } : {})}
        value={(form.values[at] as string | undefined) ?? ''}
        onChange={(e) => form.set({ [at]: e.target.value } as unknown as Partial<T>)}
      />
    </Frame>
  )
}

/** Some lines of text. */
export function LongField<T extends object>(props: Props<T, string> & { rows?: number; mono?: boolean }) {
  const { form, at, rows = 3, mono, disabled } = props
  return (
    <Frame {...props}>
      <LongEntry
        width="100%"
        rows={rows}
        {...(mono ? { fontFamily: 'mono', whiteSpace: 'pre', overflowX: 'auto' } : {})}
        disabled={disabled}
        value={(form.values[at] as string | undefined) ?? ''}
        onChange={(e) => form.set({ [at]: e.target.value } as unknown as Partial<T>)}
      />
    </Frame>
  )
}

/** A whole number. */
export function WholeField<T extends object>(props: Props<T, number> & { min?: number; max?: number }) {
  const { form, at, min, max, disabled } = props
  return (
    <Frame {...props}>
      <Entry
        type="number"
        width="100%"
        min={min}
        max={max}
        disabled={disabled}
        value={(form.values[at] as number | undefined) ?? 0}
        onChange={(e) => form.set({ [at]: Number(e.target.value) } as unknown as Partial<T>)}
      />
    </Frame>
  )
}

/** One of some: values with the words for them. */
export function ChoiceField<T extends object, V extends string | number | boolean>(
  props: Props<T, V> & {
    options: readonly (readonly [V, ReactNode])[]
    /** What else changes when one is chosen. */
    along?: (chosen: V) => Partial<T>
  },
) {
  const { form, at, options, along, disabled } = props
  return (
    <Frame {...props}>
      <Choice
        width="100%"
        disabled={disabled}
        value={String(form.values[at] ?? '')}
        onChange={(e) => {
          const chosen = options.find(([value]) => String(value) === e.target.value)
          if (chosen) form.set({ ...along?.(chosen[0]), [at]: chosen[0] } as unknown as Partial<T>)
        }}
      >
        {options.map(([value, words]) => (
          <option key={String(value)} value={String(value)}>
            {words}
          </option>
        ))}
      </Choice>
    </Frame>
  )
}

/** Yes or no. */
export function TickField<T extends object>({ form, at, disabled }: Props<T, boolean>) {
  return (
    <chakra.label display="inline-flex" gap="6px" pb="4px">
      <input
        type="checkbox"
        disabled={disabled}
        checked={!!form.values[at]}
        onChange={(e) => form.set({ [at]: e.target.checked } as unknown as Partial<T>)}
      />
      {form.labels[at]}
    </chakra.label>
  )
}
