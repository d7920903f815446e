import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useGround } from '../../api/queries'
import { Act, Choice, Faded, Mono } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { QrCode } from '../../kit/QrCode'
import { Trouble } from '../../kit/Trouble'

type Props = { extension: Schemas['ExtensionRow']; onClose: () => void }

/** A link that hands a softphone its credentials once. The link is shown this once and kept nowhere. */
export function MakeHandoff({ extension, onClose }: Props) {
  const sites = useGround().data?.sites.filter((s) => s.domainId === extension.domainId)
  const [chosen, setSite] = useState(0)
  const siteId = chosen || (sites?.[0]?.id ?? 0)
  const [copied, setCopied] = useState(false)
  const make = useChange(() =>
    unwrap(client.POST('/api/handoffs', { body: { extensionId: extension.id, siteId } })),
  )
  const link = make.data ? window.location.origin + make.data.path : ''
  return (
    <Dialog
      title={`Hand ${extension.number} over to a softphone`}
      onClose={onClose}
      width="560px"
      footer={
        !make.data && (
          <Act kind="main" disabled={make.isPending || siteId === 0} onClick={() => make.mutate(undefined)}>
            Make the link
          </Act>
        )
      }
    >
      {make.data ? (
        <Flex gap="18px">
          <QrCode rows={make.data.qr} label={`Handoff of ${extension.number}`} />
          <Box minW="0">
            <Mono whiteSpace="normal" overflowWrap="anywhere" data-testid="handoff-link">
              {link}
            </Mono>
            <Flex gap="8px" mt="8px" align="center">
              <Act
                onClick={() => {
                  void navigator.clipboard.writeText(link).then(() => setCopied(true))
                }}
              >
                Copy the link
              </Act>
              {copied && <Faded role="status">copied</Faded>}
            </Flex>
            <Box mt="10px" color="faded">
              It can be opened once, until {new Date(make.data.expiresAt).toLocaleString('en-GB')}. It holds
              no password. Close this and it is not shown again; you can always make a new one, which takes
              this one back.
            </Box>
          </Box>
        </Flex>
      ) : (
        <>
          <p>
            {extension.displayName} gets a link and a QR code. Whoever opens it first is given the credentials
            of <chakra.b fontFamily="mono">{extension.number}</chakra.b>, once; opening is recorded.
          </p>
          {extension.devices.includes('softphone') ? null : (
            <Box mt="10px">
              <Field label="The softphone is counted to">
                <Choice value={siteId} onChange={(e) => setSite(Number(e.target.value))}>
                  {sites?.map((s) => (
                    <option key={s.id} value={s.id}>
                      {s.name}
                    </option>
                  ))}
                </Choice>
              </Field>
            </Box>
          )}
        </>
      )}
      <Trouble error={make.error} />
    </Dialog>
  )
}
