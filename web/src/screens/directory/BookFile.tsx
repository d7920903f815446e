import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { useGround } from '../../api/queries'
import { Choice, Faded, Heading } from '../../kit/basics'
import { FilePane } from '../../kit/FilePane'
import { Shown } from '../../kit/Shown'
import { useFamilies } from '../settings/queries'
import { type Contact, type FileOf, type Phonebook, useBookFile } from './queries'

type Props = { phonebook: Phonebook; touched: Contact | undefined }

/** The file as phones of one family would get it if it were published now, around the contact that is touched. */
export function BookFile({ phonebook, touched }: Props) {
  const position = touched?.position ?? -1
  const ground = useGround().data
  const families = (useFamilies().data ?? []).filter((f) => f.phonebook)
  const [family, setFamily] = useState('')
  const [order, setOrder] = useState<FileOf['order']>('FAMILY')
  const of = {
    family: family || (families[0]?.id ?? ''),
    order,
    domainId: phonebook.domainId ?? ground?.domains[0]?.id ?? 0,
  }
  const file = useBookFile(phonebook.id, of, position)
  return (
    <>
      <Flex align="center" gap="8px" mb="4px" wrap="wrap">
        <Heading whiteSpace="nowrap">As sent to</Heading>
        <Choice aria-label="Family" value={of.family} onChange={(e) => setFamily(e.target.value)}>
          {families.map((f) => (
            <option key={f.id} value={f.id}>
              {f.name}
            </option>
          ))}
        </Choice>
        <Choice
          aria-label="Order of names"
          value={order}
          onChange={(e) => setOrder(e.target.value as FileOf['order'])}
        >
          <option value="FAMILY">family name first</option>
          <option value="GIVEN">given name first</option>
        </Choice>
      </Flex>
      <Shown query={file} what="The file">
        {(f) =>
          f.trouble ? (
            <Faded>{f.trouble}</Faded>
          ) : (
            <>
              <FilePane aria-label="File" flex="1" minH="0" px="0" py="6px">
                {f.lines.map((line, i) => {
                  const lit = i >= f.litFrom && i < f.litTo
                  return (
                    <Box
                      key={f.first + i}
                      px="8px"
                      bg={lit ? 'fjordBg' : undefined}
                      {...(lit ? { 'data-lit': true } : {})}
                    >
                      <chakra.span color="faded" userSelect="none" display="inline-block" minW="34px">
                        {f.first + i}
                      </chakra.span>
                      {line || ' '}
                    </Box>
                  )
                })}
              </FilePane>
              <Faded fontSize="12px">
                {f.names.toLocaleString('en')} names, {f.allLines.toLocaleString('en')} lines
                {f.allLines > f.lines.length && ', of which some are shown: touch a contact for its own'}
                {!phonebook.domainId && ground?.domains[0] && `, as dialled in ${ground.domains[0].name}`}
                {touched &&
                  f.litTo === f.litFrom &&
                  '. With the usual permission no number of this contact can be dialled: it is left out here'}
              </Faded>
              {touched?.numbers
                .filter((n) => n.trouble)
                .map((n) => (
                  <Box key={n.number} color="rust" fontSize="12px">
                    {n.trouble}
                  </Box>
                ))}
            </>
          )
        }
      </Shown>
    </>
  )
}
