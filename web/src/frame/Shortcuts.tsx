import { Box } from '@chakra-ui/react'
import { Fragment } from 'react'
import { Key } from '../kit/basics'
import { Dialog } from '../kit/Dialog'
import { SCREENS } from './screens'

const EVERYWHERE = [
  ['/', 'Find a MAC, extension or person'],
  ['e', 'Enrol'],
  ['j k', 'Next and previous row'],
  ['Enter', 'Open the row'],
  ['Esc', 'Back to the list'],
  ['?', 'These keys'],
]

export function Shortcuts({ onClose }: { onClose: () => void }) {
  const rows = [...SCREENS.map((s) => [`g ${s.letter}`, s.name]), ...EVERYWHERE]
  return (
    <Dialog title="Keys" onClose={onClose} width="360px">
      <Box display="grid" gridTemplateColumns="90px 1fr" gap="6px" alignItems="center">
        {rows.map(([keys, what]) => (
          <Fragment key={what}>
            <span>
              {keys?.split(' ').map((k) => (
                <Key key={k} mr="4px">
                  {k}
                </Key>
              ))}
            </span>
            <span>{what}</span>
          </Fragment>
        ))}
      </Box>
    </Dialog>
  )
}
