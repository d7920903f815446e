import type { Schemas } from '../../api/client'

/** The layer that is being edited: what speaks, and its id. */
export type Owner = { layer: Schemas['LayerView']['layer']; owner: string; name: string }

/** The chosen layer if the device has it, else its own template, else the device itself. */
export function ownerOf(
  settings: Schemas['DeviceSettings'] | undefined,
  chosen: Owner | undefined,
): Owner | undefined {
  const layers = settings?.layers ?? []
  return (
    layers.find((l) => l.layer === chosen?.layer && l.owner === chosen.owner) ??
    layers.find((l) => l.layer === chosen?.layer) ??
    layers.filter((l) => l.layer === 'TEMPLATE').at(-1) ??
    layers.find((l) => l.layer === 'DEVICE')
  )
}

export const LAYER_NAMES: Record<Owner['layer'], string> = {
  MODEL: 'model',
  DOMAIN: 'domain',
  SITE: 'site',
  TEMPLATE: 'template',
  KIT: 'kit',
  EXTENSION: 'extension',
  DEVICE: 'this device',
}
