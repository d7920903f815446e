import { Box, Flex, chakra } from '@chakra-ui/react'
import { Fragment, useState } from 'react'
import type { Schemas } from '../../api/client'
import { Act, Entry, Faded, Grid } from '../../kit/basics'
import { useLeaving } from '../../form/useLeaving'
import { LAYER_NAMES, type Owner } from './owner'
import { SettingEditor } from './SettingEditor'
import type { Trial } from './useTrial'

type Setting = Schemas['SettingView']
type Props = {
  settings: Schemas['DeviceSettings']
  owner: Owner
  mayChange: boolean
  /** What the word that is typed would come to. */
  tried: Schemas['Tried'] | undefined
  onTry: (trial: Trial | undefined) => void
  /** Is told the key of the setting that the pointer or the focus is on. */
  onTouch: (key: string) => void
}

const isOwn = (w: Schemas['WordView'], owner: Owner) => w.layer === owner.layer && w.owner === owner.owner

/** Each setting with its value, where it comes from and what it overrides. */
export function SettingsTable({ settings, owner, mayChange, tried, onTry, onTouch }: Props) {
  const [onlyHere, setOnlyHere] = useState(false)
  const [sought, setSought] = useState('')
  const [editing, setEditing] = useState<string | undefined>()
  const leaving = useLeaving()
  const here = settings.settings.filter((s) => s.words.some((w) => isOwn(w, owner))).length
  const shown = settings.settings.filter(
    (s) => s.key === editing || ((!onlyHere || s.words.some((w) => isOwn(w, owner))) && matches(s, sought)),
  )
  return (
    <>
      <Flex align="center" gap="12px" borderBottom="1px solid" borderColor="line" pb="6px">
        <span>
          <b>{owner.layer === 'DEVICE' ? settings.label : owner.name}</b>{' '}
          <Faded>{owner.layer === 'DEVICE' ? 'alone' : LAYER_NAMES[owner.layer]}</Faded>
        </span>
        <Entry
          ml="auto"
          width="170px"
          type="search"
          aria-label="Find a setting"
          placeholder="Find a setting…"
          value={sought}
          onChange={(e) => setSought(e.target.value)}
        />
        <Act kind="quiet" aria-pressed={onlyHere} onClick={() => setOnlyHere(!onlyHere)}>
          {onlyHere ? 'Show everything' : `Only set here (${here})`}
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
                <SettingEditor
                  setting={s}
                  owner={owner}
                  device={settings.label}
                  tried={tried}
                  onTry={onTry}
                  onClose={() => setEditing(undefined)}
                />
              ) : (
                <SettingRow
                  setting={s}
                  owner={owner}
                  onTouch={onTouch}
                  onEdit={mayChange ? () => leaving.leave(() => setEditing(s.key)) : undefined}
                />
              )}
            </Fragment>
          ))}
        </tbody>
      </Grid>
      {leaving.question}
      {shown.length === 0 && (
        <Box color="faded" mt="14px">
          {sought
            ? `No setting is called “${sought}”. Look without the search, or for a part of the word.`
            : 'Nothing is set here. Show everything, and press a value to set it.'}
        </Box>
      )}
    </>
  )
}

function matches(s: Setting, sought: string) {
  const text = `${s.label} ${s.group} ${s.key} ${s.purpose}`.toLowerCase()
  return sought
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
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

type RowProps = {
  setting: Setting
  owner: Owner
  onTouch: (key: string) => void
  onEdit: (() => void) | undefined
}

function SettingRow({ setting, owner, onTouch, onEdit }: RowProps) {
  const standing = setting.words.find((w) => w.stands)
  const here = !!standing && isOwn(standing, owner)
  const unit = setting.unit && setting.value ? ` ${setting.unit}` : ''
  const worked = standing && standing.value !== setting.value ? standing.value : ''
  return (
    <chakra.tr
      bg={setting.problem ? 'rustBg' : here ? 'fjordBg' : undefined}
      opacity={setting.understood ? 1 : 0.62}
      onMouseEnter={() => onTouch(setting.key)}
      onMouseLeave={() => onTouch('')}
      onFocus={() => onTouch(setting.key)}
    >
      <chakra.td title={setting.purpose} fontWeight={here ? 700 : 400}>
        {setting.label}
        {standing?.locked && <Faded fontWeight={400}> locked</Faded>}
      </chakra.td>
      <td>
        <Value
          disabled={!onEdit}
          onClick={onEdit}
          aria-label={`${setting.label}: ${setting.value ? setting.value + unit : 'not set'}`}
        >
          {worked && <Faded>{worked} → </Faded>}
          {setting.value ? setting.value + unit : '–'}
        </Value>
      </td>
      <chakra.td fontSize="12px" color="faded">
        {setting.problem ? (
          <chakra.span color="rust">{setting.problem}</chakra.span>
        ) : (
          <Origin setting={setting} owner={owner} />
        )}
      </chakra.td>
    </chakra.tr>
  )
}

function Origin({ setting, owner }: { setting: Setting; owner: Owner }) {
  const at = setting.words.findIndex((w) => w.stands)
  const standing = setting.words[at]
  const ignored = setting.understood ? '' : ' · this model has no place for it'
  if (!standing) return <>usual value{ignored}</>
  const over = setting.words.slice(0, at).reverse()
  const out = setting.words.slice(at + 1)
  return (
    <>
      {isOwn(standing, owner) ? (
        <chakra.b color="ink">here</chakra.b>
      ) : standing.layer === 'DEVICE' ? (
        'this device'
      ) : (
        standing.name
      )}
      {over.length > 0 && ' — over '}
      {over.map((w, i) => (
        <Fragment key={w.layer + w.owner}>
          {i > 0 && ', '}
          {LAYER_NAMES[w.layer]} <s>{w.value || '–'}</s>
        </Fragment>
      ))}
      {out.length > 0 && (
        <chakra.span color="amberText">
          {' '}
          — locks out {out.map((w) => `${LAYER_NAMES[w.layer]} ${w.value}`).join(', ')}
        </chakra.span>
      )}
      {ignored}
    </>
  )
}
