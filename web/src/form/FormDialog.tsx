import { chakra } from '@chakra-ui/react'
import { type ReactNode, useId } from 'react'
import { Act } from '../kit/basics'
import { Dialog } from '../kit/Dialog'
import { FormTrouble } from './FormTrouble'
import type { Form } from './useForm'

type Props<T extends object> = {
  form: Form<T>
  title: string
  /** What keeping it is called: “Keep the changes”, “Add”. */
  main: string
  onClose: () => void
  width?: string
  /** In the fields’ grid. */
  columns?: string
  fields: ReactNode
  /** Beneath the fields. */
  children?: ReactNode
  /** Beside the main act. */
  more?: ReactNode
  /** Without it, only looked at. */
  mayChange?: boolean
  /** What went wrong with another act of the same window. */
  error?: Error | null
  /** Whether there is enough to keep; the server says what else is wrong. */
  ready?: boolean
  /** Something is typed in the window beside the form, which leaving would lose too. */
  typedBeside?: boolean
}

/** A window with one form: its fields, what is wrong with them, and the act that keeps them. */
export function FormDialog<T extends object>({
  form,
  title,
  main,
  onClose,
  width = '480px',
  columns = '1fr',
  fields,
  children,
  more,
  mayChange = true,
  error = null,
  ready = true,
  typedBeside = false,
}: Props<T>) {
  const id = useId()
  const mayKeep = mayChange && ready && !form.busy && form.meanwhile.length === 0
  return (
    <Dialog
      title={title}
      onClose={onClose}
      width={width}
      unsaved={form.dirty || typedBeside}
      footer={
        mayChange && (
          <>
            <Act kind="main" type="submit" form={id} disabled={!mayKeep}>
              {main}
            </Act>
            {more}
          </>
        )
      }
    >
      <chakra.form
        id={id}
        noValidate
        display="grid"
        gridTemplateColumns={columns}
        gap="10px"
        onSubmit={(e) => {
          e.preventDefault()
          if (mayKeep) form.keep()
        }}
      >
        {fields}
      </chakra.form>
      {children}
      <FormTrouble form={form} error={error} />
    </Dialog>
  )
}
