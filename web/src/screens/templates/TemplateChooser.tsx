import { Box } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Act, Choice, Faded } from '../../kit/basics'

type Template = Schemas['Template']
type Props = {
  templates: Template[]
  template: Template | undefined
  onChoose: (id: number) => void
  onEdit?: (() => void) | undefined
}

/** Which template is looked at, what it extends and how many follow it. */
export function TemplateChooser({ templates, template, onChoose, onEdit }: Props) {
  const parent = templates.find((t) => t.id === template?.parentId)
  return (
    <>
      <Choice
        aria-label="Template"
        width="100%"
        fontWeight={700}
        value={template?.id ?? 0}
        onChange={(e) => onChoose(Number(e.target.value))}
      >
        {templates.map((t) => (
          <option key={t.id} value={t.id}>
            {t.name}
          </option>
        ))}
      </Choice>
      <Box mt="4px" fontSize="12.5px">
        <Faded>
          {parent && <>extends {parent.name}; </>}
          {template?.devices === 1 ? '1 device follows it' : `${template?.devices ?? 0} devices follow it`}
        </Faded>{' '}
        {onEdit && (
          <Act kind="quiet" onClick={onEdit}>
            Change
          </Act>
        )}
      </Box>
    </>
  )
}
