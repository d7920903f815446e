import { Box, Flex, chakra } from '@chakra-ui/react'
import { useCallback, useState } from 'react'
import { useNavigate } from 'react-router'
import { useDeviceSettings, useSession } from '../../api/queries'
import { Act } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Missing } from '../../kit/Shown'
import { AddTemplate } from './AddTemplate'
import { EditTemplate } from './EditTemplate'
import { FilePreview } from './FilePreview'
import { ImportTemplate } from './ImportTemplate'
import { Layers } from './Layers'
import { type Owner, ownerOf } from './owner'
import { SettingsTable } from './SettingsTable'
import { TemplateChooser } from './TemplateChooser'
import { TemplatesFrame } from './TemplatesFrame'
import { useTemplate } from './useTemplate'
import { type Against, type Trial, useTrial } from './useTrial'

/** Layers at the left, settings with their origin, and the file that one real device would get. */
export function Templates() {
  const { ground, templates, template, deviceId, chooseDevice } = useTemplate()
  const navigate = useNavigate()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [chosenOwner, setOwner] = useState<Owner | undefined>()
  const [touched, setTouched] = useState('')
  const [open, setOpen] = useState<'add' | 'edit' | 'import' | undefined>()
  const [trial, setTrial] = useState<Trial | undefined>()
  const [against, setAgainst] = useState<Against>('phone')
  const tried = useTrial(deviceId, trial, against)
  const onTry = useCallback((t: Trial | undefined) => setTrial(t), [])
  const settings = useDeviceSettings(deviceId)
  const owner = ownerOf(settings.data, chosenOwner)
  if (ground && templates.length === 0) {
    return (
      <Empty title="No template yet">
        <Act kind="main" mt="10px" onClick={() => setOpen('add')}>
          Add the first
        </Act>
        {open && <AddTemplate onClose={() => setOpen(undefined)} />}
      </Empty>
    )
  }
  return (
    <TemplatesFrame>
      {/* In a narrow window, which a large one is when it is zoomed in, the three parts stand one above the other. */}
      <Flex
        height="100%"
        direction={{ base: 'column', lg: 'row' }}
        overflow={{ base: 'auto', lg: 'visible' }}
      >
        <Box
          as="nav"
          aria-label="Layers"
          width={{ base: '100%', lg: '176px', xl: '210px' }}
          flexShrink={0}
          p="14px 16px"
          borderRight={{ lg: '1px solid' }}
          borderBottom={{ base: '1px solid', lg: 'none' }}
          borderColor="line"
          overflow={{ lg: 'auto' }}
        >
          <TemplateChooser
            templates={templates}
            template={template}
            onChoose={(id) => {
              setOwner(undefined)
              void navigate(`/templates/${id}`)
            }}
            onEdit={mayChange ? () => setOpen('edit') : undefined}
          />
          {settings.data && <Layers settings={settings.data} owner={owner} onChoose={setOwner} />}
          {settings.data?.notes.map((note) => (
            <chakra.p key={note} mt="10px" color="amberText" fontSize="12.5px">
              ◇ {note}
            </chakra.p>
          ))}
          {mayChange && (
            <Box mt="18px">
              <Act kind="quiet" onClick={() => setOpen('add')}>
                New template…
              </Act>
              <br />
              <Act kind="quiet" onClick={() => setOpen('import')}>
                Import…
              </Act>
            </Box>
          )}
          {owner && (
            <chakra.a
              display="block"
              px="5px"
              color="fjord"
              fontWeight={600}
              href={`/api/open/layers/${owner.layer}/${owner.owner}`}
            >
              Export this layer
            </chakra.a>
          )}
        </Box>
        <Box flex={{ base: 'none', lg: '1' }} minW="0" p="10px 16px" overflow={{ lg: 'auto' }}>
          {deviceId > 0 && <Missing query={settings} what="The list of settings" />}
          {settings.data && owner ? (
            <SettingsTable
              key={`${owner.layer}${owner.owner}`}
              settings={settings.data}
              owner={owner}
              mayChange={mayChange}
              tried={tried}
              onTry={onTry}
              onTouch={setTouched}
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
            tried={tried?.file}
            touched={trial?.key ?? touched}
            against={against}
            onAgainst={setAgainst}
            onChoose={chooseDevice}
          />
        )}
        {open === 'add' && <AddTemplate onClose={() => setOpen(undefined)} />}
        {open === 'import' && <ImportTemplate onClose={() => setOpen(undefined)} />}
        {open === 'edit' && template && (
          <EditTemplate template={template} templates={templates} onClose={() => setOpen(undefined)} />
        )}
      </Flex>
    </TemplatesFrame>
  )
}
