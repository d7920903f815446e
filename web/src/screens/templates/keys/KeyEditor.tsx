import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../../../api/client'
import { Act, Choice, Entry, Faded, LongEntry } from '../../../kit/basics'
import { Field } from '../../../kit/Field'
import { keyWords, type Wish } from './layout'

type Kind = NonNullable<Wish['kind']>
type Props = {
  position: number
  place: Schemas['PlacedView'] | undefined
  wish: Wish | undefined
  mayChange: boolean
  onSet: (position: number, wish: Wish | undefined) => void
  onPaste: (from: number, text: string) => void
}

const KINDS: { kind: Kind; name: string; target: string; fill: boolean }[] = [
  { kind: 'LINE', name: 'Line', target: 'Line of the phone', fill: false },
  { kind: 'BLF', name: 'BLF', target: 'Extension', fill: true },
  { kind: 'SPEED_DIAL', name: 'Speed dial', target: 'Number', fill: true },
  { kind: 'PARK', name: 'Park', target: 'Park place', fill: false },
  { kind: 'TRANSFER', name: 'Transfer', target: 'Number', fill: false },
  { kind: 'INTERCOM', name: 'Intercom', target: 'Extension', fill: true },
  { kind: 'VOICEMAIL', name: 'Voicemail', target: '', fill: false },
  { kind: 'DIRECTORY', name: 'Directory', target: '', fill: false },
  { kind: 'PAGE', name: 'Page', target: 'Page group', fill: false },
  { kind: 'EMPTY', name: 'Nothing, whatever lies beneath', target: '', fill: false },
]

/** What one key is to do; or a row of keys, by a rule or pasted. */
export function KeyEditor({ position, place, wish, mayChange, onSet, onPaste }: Props) {
  const [text, setText] = useState('')
  const kind = KINDS.find((k) => k.kind === wish?.kind)
  const set = (change: Partial<Wish>) => onSet(position, { position, ...wish, ...change })
  const chooseKind = (value: string) => {
    const next = KINDS.find((k) => k.kind === value)
    if (!next) return onSet(position, undefined)
    const ruled = next.fill && wish?.order ? { department: wish.department ?? '', order: wish.order } : {}
    onSet(position, {
      position,
      kind: next.kind,
      target: next.target ? (wish?.target ?? '') : '',
      label: wish?.label ?? '',
      ...ruled,
    })
  }
  return (
    <Box>
      <chakra.h2 fontSize="15px" fontWeight={700}>
        Key {position}
      </chakra.h2>
      {place && !wish && (
        <Faded display="block" fontSize="12.5px">
          {place.origin} lays it out: {keyWords(place)}
        </Faded>
      )}
      <Box display="grid" gap="10px" mt="10px">
        <Field label="It does">
          <Choice
            width="100%"
            disabled={!mayChange}
            value={wish?.kind ?? ''}
            onChange={(e) => chooseKind(e.target.value)}
          >
            <option value="">what lies beneath</option>
            {KINDS.map((k) => (
              <option key={k.kind} value={k.kind}>
                {k.name}
              </option>
            ))}
          </Choice>
        </Field>
        {kind?.target && !wish?.order && (
          <Field label={kind.target}>
            <Entry
              width="100%"
              fontFamily="mono"
              disabled={!mayChange}
              value={wish?.target ?? ''}
              onChange={(e) => set({ target: e.target.value })}
            />
          </Field>
        )}
        {wish && wish.kind !== 'EMPTY' && !wish.order && (
          <Field label="Label" help="Empty: the name of what it does.">
            <Entry
              width="100%"
              disabled={!mayChange}
              value={wish.label ?? ''}
              onChange={(e) => set({ label: e.target.value })}
            />
          </Field>
        )}
        {kind?.fill && mayChange && (
          <chakra.label display="flex" gap="6px">
            <input
              type="checkbox"
              checked={!!wish?.order}
              onChange={() => {
                const ruled = {
                  position,
                  ...wish,
                  target: '',
                  label: '',
                  department: '',
                  order: 'EXTENSION' as const,
                }
                const plain = { position, kind: kind.kind, target: '', label: '' }
                onSet(position, wish?.order ? plain : ruled)
              }}
            />
            fill from here on by a rule
          </chakra.label>
        )}
        {wish?.order && (
          <>
            <Field label="Everyone of" help="A department’s name; empty: everyone of the domain.">
              <Entry
                width="100%"
                disabled={!mayChange}
                value={wish.department ?? ''}
                onChange={(e) => set({ department: e.target.value })}
              />
            </Field>
            <Field label="In the order of">
              <Choice
                width="100%"
                disabled={!mayChange}
                value={wish.order}
                onChange={(e) => set({ order: e.target.value as 'EXTENSION' | 'NAME' })}
              >
                <option value="EXTENSION">extensions</option>
                <option value="NAME">names</option>
              </Choice>
            </Field>
          </>
        )}
      </Box>
      {mayChange && (
        <Box mt="18px">
          <Field
            label={`Paste a column of extensions and names, from key ${position} on`}
            help="One a line, such as 2416 Ida Sørvik."
          >
            <LongEntry width="100%" rows={3} value={text} onChange={(e) => setText(e.target.value)} />
          </Field>
          <Flex mt="6px">
            <Act
              disabled={text.trim() === ''}
              onClick={() => {
                onPaste(position, text)
                setText('')
              }}
            >
              Lay them out
            </Act>
          </Flex>
        </Box>
      )}
    </Box>
  )
}
