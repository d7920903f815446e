import { Combobox, Portal, createListCollection } from '@chakra-ui/react'
import { useState } from 'react'
import { useDevice, useDevices } from '../api/queries'
import { Entry, Faded } from './basics'

type Props = { label: string; value: number; onChoose: (id: number) => void; width?: string }

const OFFERED = 12

/** Finds one device among however many by any piece of its label, MAC, site or extension. */
export function DevicePicker({ label, value, onChoose, width = '100%' }: Props) {
  // What is typed while it is sought; nothing while the chosen one is shown.
  const [sought, setSought] = useState<string | undefined>()
  const chosen = useDevice(value)
  const found = useDevices({ q: sought ?? '', siteId: 0, condition: '' })
  const collection = createListCollection({
    items: (found.data?.pages[0]?.rows ?? []).slice(0, OFFERED),
    itemToValue: (d) => String(d.id),
    itemToString: (d) => d.label,
  })
  return (
    <Combobox.Root
      collection={collection}
      value={[]}
      inputValue={sought ?? (value > 0 ? (chosen.data?.label ?? '') : '')}
      onInputValueChange={(e) => e.reason === 'input-change' && setSought(e.inputValue)}
      onOpenChange={(e) => !e.open && setSought(undefined)}
      onValueChange={(e) => {
        setSought(undefined)
        if (e.value[0]) onChoose(Number(e.value[0]))
      }}
      unstyled
      inputBehavior="autohighlight"
      openOnClick
      positioning={{ placement: 'bottom-end', sameWidth: false }}
      width={width}
      minW="0"
    >
      <Combobox.Control>
        <Combobox.Input asChild>
          <Entry
            width="100%"
            aria-label={label}
            placeholder={chosen.data?.label ?? 'Label, MAC, site or extension'}
            onFocus={() => setSought('')}
            onBlur={() => setSought(undefined)}
          />
        </Combobox.Input>
      </Combobox.Control>
      <Portal>
        <Combobox.Positioner>
          <Combobox.Content
            bg="sheet"
            color="ink"
            border="1px solid"
            borderColor="line"
            borderRadius="3px"
            boxShadow="0 3px 10px rgb(0 0 0 / .15)"
            minW="330px"
            maxH="60vh"
            overflow="auto"
            zIndex="popover"
            p="2px"
          >
            <Combobox.Empty px="8px" py="4px" color="faded">
              {found.isPending
                ? 'Looking…'
                : `No device has “${sought}” in its label, MAC, site or extension.`}
            </Combobox.Empty>
            {collection.items.map((d) => (
              <Combobox.Item
                key={d.id}
                item={d}
                display="block"
                px="8px"
                py="3px"
                borderRadius="2px"
                _highlighted={{ bg: 'fjordBg' }}
              >
                <b>{d.label}</b>{' '}
                <Faded fontSize="12px">{[d.model, d.site, d.word].filter(Boolean).join(' · ')}</Faded>
              </Combobox.Item>
            ))}
          </Combobox.Content>
        </Combobox.Positioner>
      </Portal>
    </Combobox.Root>
  )
}
