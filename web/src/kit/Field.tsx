import { Box, chakra } from '@chakra-ui/react'
import { type ReactElement, cloneElement, useId } from 'react'
import type { FieldProblem } from '../api/problem'

type Props = {
  label: string
  problem?: FieldProblem | undefined
  help?: string
  children: ReactElement<{ id?: string; 'aria-invalid'?: boolean; 'aria-describedby'?: string }>
}

/** A labelled field with what is wrong, and what would be right, beneath it. */
export function Field({ label, problem, help, children }: Props) {
  const id = useId()
  const note = problem || help ? id + '-note' : undefined
  return (
    <Box minW="0">
      <chakra.label htmlFor={id} display="block" fontSize="12px" fontWeight={600} color="faded" mb="2px">
        {label}
      </chakra.label>
      {cloneElement(children, { id, 'aria-invalid': !!problem, 'aria-describedby': note })}
      {problem ? (
        <Box id={note} color="rust" fontSize="12px" mt="2px" role="alert">
          {problem.reason} {problem.hint}
        </Box>
      ) : (
        help && (
          <Box id={note} color="faded" fontSize="12px" mt="2px">
            {help}
          </Box>
        )
      )}
    </Box>
  )
}
