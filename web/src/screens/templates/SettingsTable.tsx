import { Box, Flex, chakra } from '@chakra-ui/react'
import { Fragment, useState } from 'react'
import type { Schemas } from '../../api/client'
import { Act, Faded, Grid } from '../../kit/basics'
import { LAYER_NAMES, type Owner } from './owner'
import { SettingEditor } from './SettingEditor'

type Setting = Schemas['SettingView']
type Props = { settings: Schemas['DeviceSettings']; owner: Owner; mayChange: boolean }

/** Each setting with its value, where it comes from and what it overrides. */
export function SettingsTable({ settings, owner, mayChange }: Props) {
  const [onlyHere, setOnlyHere] = useState(false)
  const [editing, setEditing] = useState<string | undefined>()
  const saysHere = (s: Setting) => s.words.some((w) => w.layer === owner.layer)
  const shown = settings.settings.filter((s) => !onlyHere || saysHere(s))
  return (
    <>
      <Flex align="baseline" justify="space-between" borderBottom="1px solid" borderColor="line" pb="4px">
        <span>
          <b>{owner.layer === 'DEVICE' ? settings.label : owner.name}</b>{' '}
          <Faded>{owner.layer === 'DEVICE' ? 'alone' : LAYER_NAMES[owner.layer]}</Faded>
        </span>
        <Act kind="quiet" aria-pressed={onlyHere} onClick={() => setOnlyHere(!onlyHere)}>
          {onlyHere ? 'Show everything' : 'Only what is set here'}
        </Act>
      </Flex>
      <Grid tableLayout="fixed">
        <thead>
          <tr>
            <th style={{ width: '29%' }}>Setting</th>
            <th style={{ width: '31%' }}>Value</th>
            <th>Where it comes from</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((s, i) => (
            <Fragment key={s.key}>
              {s.group !== shown[i - 1]?.group && (
                <tr>
                  <chakra.td colSpan={3} fontWeight={700} pt="12px!">
                    {s.group}
                  </chakra.td>
                </tr>
              )}
              {editing === s.key ? (
                <SettingEditor setting={s} owner={owner} onClose={() => setEditing(undefined)} />
              ) : (
                <SettingRow
                  setting={s}
                  owner={owner}
                  onEdit={mayChange ? () => setEditing(s.key) : undefined}
                />
              )}
            </Fragment>
          ))}
        </tbody>
      </Grid>
      {shown.length === 0 && (
        <Box color="faded" mt="14px">
          Nothing is set here. Show everything, and press a value to set it.
        </Box>
      )}
    </>
  )
}

const Value = chakra('button', {
  base: {
    fontFamily: 'mono',
    fontSize: '12.5px',
    textAlign: 'left',
    width: '100%',
    overflowWrap: 'anywhere',
    borderBottom: '1px dashed transparent',
    '&:enabled': { cursor: 'pointer' },
    '&:enabled:hover': { borderColor: 'fjord', color: 'fjord' },
  },
})

type RowProps = { setting: Setting; owner: Owner; onEdit: (() => void) | undefined }

function SettingRow({ setting, owner, onEdit }: RowProps) {
  const winner = setting.words[setting.words.length - 1]
  const here = winner?.layer === owner.layer
  const unit = setting.unit && setting.value ? ` ${setting.unit}` : ''
  return (
    <chakra.tr bg={setting.problem ? 'rustBg' : here ? 'fjordBg' : undefined}>
      <chakra.td title={setting.purpose} fontWeight={here ? 700 : 400}>
        {setting.label}
      </chakra.td>
      <td>
        <Value
          disabled={!onEdit}
          onClick={onEdit}
          aria-label={`${setting.label}: ${setting.value ? setting.value + unit : 'not set'}`}
        >
          {setting.value ? setting.value + unit : '–'}
        </Value>
      </td>
      <chakra.td fontSize="12px" color="faded">
        {setting.problem ? (
          <chakra.span color="rust">{setting.problem}</chakra.span>
        ) : (
          <Origin setting={setting} here={here} />
        )}
      </chakra.td>
    </chakra.tr>
  )
}

function Origin({ setting, here }: { setting: Setting; here: boolean }) {
  const winner = setting.words[setting.words.length - 1]
  if (!winner) return <>usual value</>
  const over = setting.words.slice(0, -1).reverse()
  return (
    <>
      {here ? <chakra.b color="ink">here</chakra.b> : winner.layer === 'DEVICE' ? 'this device' : winner.name}
      {over.length > 0 && ' — over '}
      {over.map((w, i) => (
        <Fragment key={w.layer}>
          {i > 0 && ', '}
          {LAYER_NAMES[w.layer]} <s>{w.value}</s>
        </Fragment>
      ))}
    </>
  )
}
