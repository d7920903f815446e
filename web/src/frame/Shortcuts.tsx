import { Box } from '@chakra-ui/react'
import { Fragment } from 'react'
import { Heading, Key } from '../kit/basics'
import { Dialog } from '../kit/Dialog'
import { Glossary } from '../kit/Term'
import { WORDS } from '../kit/words'
import type { Subject } from './subject'

const EVERYWHERE = [
  ['/', 'Find a MAC, extension or person'],
  ['e', 'Enrol'],
  ['j k', 'Next and previous row'],
  ['Enter', 'Open the row'],
  ['x', 'Choose the row'],
  ['t', 'Take the cause, or leave it'],
  ['Esc', 'Back to the list'],
  ['?', 'This page'],
]

/** What a key does on every screen, and what Jordfell's own words mean. */
export function Shortcuts({ subjects, onClose }: { subjects: Subject[]; onClose: () => void }) {
  const rows = [...subjects.map((s) => [`g ${s.letter}`, s.name]), ...EVERYWHERE]
  return (
    <Dialog title="Shortcuts and words" onClose={onClose} width="860px">
      <Box display="grid" gridTemplateColumns="270px 1fr" gap="28px" alignItems="start">
        <Box
          display="grid"
          gridTemplateColumns="70px 1fr"
          gap="6px"
          alignItems="center"
          position="sticky"
          top="0"
        >
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
        <Box tabIndex={0} role="region" aria-label="Words">
          {WORDS.map((part, i) => (
            <Box key={part.title} mt={i > 0 ? '14px' : 0}>
              <Heading mb="4px">{part.title}</Heading>
              <Glossary words={part.words} />
            </Box>
          ))}
        </Box>
      </Box>
    </Dialog>
  )
}
