import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'
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
  typedBeside = false,
}: Props<T>) {
  return (
    <Dialog
      title={title}
      onClose={onClose}
      width={width}
      unsaved={form.dirty || typedBeside}
      footer={
        mayChange && (
          <>
            <Act kind="main" disabled={form.busy || form.meanwhile.length > 0} onClick={form.keep}>
              {main}
            </Act>
            {more}
          </>
        )
      }
    >
      <Box display="grid" gridTemplateColumns={columns} gap="10px">
        {fields}
      </Box>
      {children}
      <FormTrouble form={form} error={error} />
    </Dialog>
  )
}
