import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Choice, Entry, Faded } from '../../kit/basics'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import type { Owner } from './owner'

type Props = { setting: Schemas['SettingView']; owner: Owner; onClose: () => void }

/** One setting's value in one layer, edited in its row. */
export function SettingEditor({ setting, owner, onClose }: Props) {
  const word = setting.words.find((w) => w.layer === owner.layer)
  const [value, setValue] = useState(word?.value ?? setting.value)
  const path = { params: { path: { layer: owner.layer, owner: owner.owner, key: setting.key } } }
  const put = useChange(
    () => unwrap(client.PUT('/api/settings/{layer}/{owner}/{key}', { ...path, body: { value } })),
    onClose,
  )
  const takeBack = useChange(
    () => unwrap(client.DELETE('/api/settings/{layer}/{owner}/{key}', path)),
    onClose,
  )
  const onKeyDown = (e: React.KeyboardEvent) => {
    if (e.key === 'Enter') put.mutate(undefined)
    if (e.key === 'Escape') onClose()
  }
  const common = {
    width: '100%',
    fontFamily: 'mono',
    autoFocus: true,
    value,
    onKeyDown,
    onChange: (e: React.ChangeEvent<HTMLInputElement | HTMLSelectElement>) => setValue(e.target.value),
  }
  return (
    <tr>
      <td colSpan={3}>
        <Box bg="sheet" border="1px solid" borderColor="fjord" p="10px" my="4px">
          <Field
            label={`${setting.label}${setting.unit ? `, in ${setting.unit}` : ''}`}
            problem={asProblem(put.error)?.at('/value')}
            help={setting.purpose}
          >
            {setting.options.length > 0 ? (
              <Choice {...common}>
                {setting.options.map((o) => (
                  <option key={o}>{o}</option>
                ))}
              </Choice>
            ) : (
              <Entry {...common} />
            )}
          </Field>
          <Flex gap="8px" mt="8px" align="center">
            <Act kind="main" disabled={put.isPending} onClick={() => put.mutate(undefined)}>
              Set here
            </Act>
            {word && (
              <Act disabled={takeBack.isPending} onClick={() => takeBack.mutate(undefined)}>
                Take back
              </Act>
            )}
            <Act kind="quiet" onClick={onClose}>
              Leave it
            </Act>
            <Faded ml="auto" fontSize="12px">
              Not on any phone before it is released.
            </Faded>
          </Flex>
          <Trouble error={put.error ?? takeBack.error} shownAt={['/value']} />
        </Box>
      </td>
    </tr>
  )
}
