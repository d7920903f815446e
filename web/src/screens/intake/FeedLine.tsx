import { Flex, chakra } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import { Act, Entry, Faded, Key } from '../../kit/basics'

const Line = chakra(Entry, {
  base: {
    fontFamily: 'mono',
    fontSize: '19px',
    border: 'none',
    bg: 'transparent',
    px: '2px',
    flex: 1,
    py: '4px',
    // The line beneath shows the focus, as ink does on paper.
    _focusVisible: { outline: 'none' },
  },
})

type Props = { disabled: boolean; onFeed: (text: string) => void; onFile: (file: File) => void }

/** Takes a scanner's keystrokes, a typed MAC or a paste; a scanner needs no click. */
export function FeedLine({ disabled, onFeed, onFile }: Props) {
  const [text, setText] = useState('')
  const picker = useRef<HTMLInputElement>(null)
  const feed = (what: string) => {
    if (what.trim() !== '') onFeed(what)
    setText('')
  }
  return (
    <Flex
      align="center"
      gap="10px"
      borderBottom="2px solid"
      borderColor="ink"
      _focusWithin={{ borderColor: 'fjord' }}
      mt="8px"
    >
      <Line
        aria-label="Scan, type or paste"
        placeholder="scan, type or paste a MAC"
        autoFocus
        disabled={disabled}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => e.key === 'Enter' && feed(text)}
        onPaste={(e) => {
          const pasted = e.clipboardData.getData('text')
          if (/[\n\t]/.test(pasted.trim())) {
            e.preventDefault()
            feed(pasted)
          }
        }}
      />
      <Faded>
        <Key>Enter</Key> takes it
      </Faded>
      <Act disabled={disabled} onClick={() => picker.current?.click()}>
        File…
      </Act>
      <input
        ref={picker}
        type="file"
        aria-label="A table as CSV"
        accept=".csv,.tsv,.txt,text/csv,text/plain"
        style={{ display: 'none' }}
        onChange={(e) => {
          const file = e.target.files?.[0]
          if (file) onFile(file)
          e.target.value = ''
        }}
      />
    </Flex>
  )
}
