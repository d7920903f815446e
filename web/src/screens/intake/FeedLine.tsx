import { Flex, chakra } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
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

/** Text that stands there already, behind a MAC that is still to come; another one for each time. */
export type Begun = { behind: string }

type Props = {
  disabled: boolean
  begun?: Begun | undefined
  onFeed: (text: string) => void
  onFile: (file: File) => void
}

/** Takes a scanner's keystrokes, a typed MAC or a paste; a scanner needs no click. */
export function FeedLine({ disabled, begun, onFeed, onFile }: Props) {
  const [text, setText] = useState('')
  const line = useRef<HTMLInputElement>(null)
  const [taken, setTaken] = useState<Begun>()
  if (begun && begun !== taken) {
    setTaken(begun)
    setText(begun.behind)
  }
  useEffect(() => {
    if (!taken) return
    line.current?.focus()
    line.current?.setSelectionRange(0, 0)
  }, [taken])
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
        ref={line}
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
