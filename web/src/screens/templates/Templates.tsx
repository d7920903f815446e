import { Box, Flex } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { useDeviceSettings, useDevices, useGround, useSession } from '../../api/queries'
import { Act, Choice, Faded } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Trouble } from '../../kit/Trouble'
import { AddTemplate } from './AddTemplate'
import { FilePreview } from './FilePreview'
import { Layers } from './Layers'
import { type Owner, ownerOf } from './owner'
import { SettingsTable } from './SettingsTable'

/** Layers at the left, settings with their origin, and the file that one real device would get. */
export function Templates() {
  const ground = useGround().data
  const [params, setParams] = useSearchParams()
  const chosen = Number(useParams().template ?? 0)
  const navigate = useNavigate()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [chosenOwner, setOwner] = useState<Owner | undefined>()
  const [adding, setAdding] = useState(false)
  const fleet = useDevices({ q: '', siteId: 0, condition: '' })
  const devices = useMemo(
    () => (fleet.data?.pages.flatMap((p) => p.rows) ?? []).toSorted((a, b) => a.label.localeCompare(b.label)),
    [fleet.data],
  )
  const templates = ground?.templates ?? []
  const template =
    templates.find((t) => t.id === chosen) ?? templates.find((t) => t.devices > 0) ?? templates[0]
  const deviceId = Number(params.get('device') ?? 0) || template?.firstDeviceId || 0
  const settings = useDeviceSettings(deviceId)
  const owner = ownerOf(settings.data, chosenOwner)
  if (ground && templates.length === 0) {
    return (
      <Empty title="No template yet">
        <Act kind="main" mt="10px" onClick={() => setAdding(true)}>
          Add the first
        </Act>
        {adding && <AddTemplate onClose={() => setAdding(false)} />}
      </Empty>
    )
  }
  return (
    <Flex height="100%">
      <Box
        width={{ base: '176px', xl: '210px' }}
        flexShrink={0}
        p="14px 16px"
        borderRight="1px solid"
        borderColor="line"
        overflow="auto"
      >
        <Choice
          aria-label="Template"
          width="100%"
          fontWeight={700}
          value={template?.id ?? 0}
          onChange={(e) => {
            setOwner(undefined)
            void navigate(`/templates/${e.target.value}`)
          }}
        >
          {templates.map((t) => (
            <option key={t.id} value={t.id}>
              {t.name}
            </option>
          ))}
        </Choice>
        <Box mt="4px">
          <Faded>
            {template?.devices === 1 ? '1 device follows it' : `${template?.devices ?? 0} devices follow it`}
          </Faded>
        </Box>
        {settings.data && <Layers settings={settings.data} owner={owner} onChoose={setOwner} />}
        {mayChange && (
          <Box mt="18px">
            <Act kind="quiet" onClick={() => setAdding(true)}>
              New template…
            </Act>
          </Box>
        )}
      </Box>
      <Box flex="1" minW="0" p="14px 16px" overflow="auto">
        <Trouble error={settings.error} />
        {settings.data && owner ? (
          <SettingsTable
            key={`${owner.layer}${owner.owner}`}
            settings={settings.data}
            owner={owner}
            mayChange={mayChange}
          />
        ) : (
          deviceId === 0 && (
            <Empty title="No device follows this template yet">
              Give it to a device, in Intake or on the device’s sheet; its settings are shown as that device
              gets them.
            </Empty>
          )
        )}
      </Box>
      {deviceId > 0 && (
        <FilePreview
          deviceId={deviceId}
          devices={devices}
          onChoose={(id) => setParams({ device: String(id) }, { replace: true })}
        />
      )}
      {adding && <AddTemplate onClose={() => setAdding(false)} />}
    </Flex>
  )
}
