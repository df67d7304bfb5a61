/** What tells the strobes of the invented kit to fire. */
const link = (part: Record<string, unknown>) => ({
  kind: 'link',
  carriesPower: false,
  carriesAutomatic: false,
  carriesHighSpeedSync: false,
  delayMs: 0,
  rangeM: null,
  rangeInSunM: null,
  atPreFlash: 'fires',
  channels: 1,
  ...part
})

export const links = [
  link({
    id: 'tern-cord',
    name: 'Tern cord',
    way: 'cable',
    carriesPower: true,
    carriesAutomatic: true,
    carriesHighSpeedSync: true,
    rangeM: 1.5
  }),
  link({
    id: 'tern-radio',
    name: 'Tern radio',
    notes: 'One sender in the shoe, a receiver under each head.',
    way: 'radio',
    carriesPower: true,
    carriesHighSpeedSync: true,
    delayMs: 0.35,
    rangeM: 30,
    rangeInSunM: 30,
    channels: 16
  }),
  link({
    id: 'wink-infrared',
    name: 'Wink infrared',
    way: 'infrared',
    carriesPower: true,
    carriesAutomatic: true,
    carriesHighSpeedSync: true,
    delayMs: 0.1,
    rangeM: 8,
    rangeInSunM: 0,
    channels: 4
  }),
  link({
    id: 'drawer-cell',
    name: 'Drawer cell',
    notes: 'Built into the head; turns on its foot.',
    way: 'cell',
    delayMs: 0.05,
    rangeM: 6,
    rangeInSunM: 1.5
  }),
  link({
    id: 'limpet-guide',
    name: 'Limpet light guide',
    notes: 'From the lamp in the housing to the head’s cell.',
    way: 'fibre',
    delayMs: 0.1,
    rangeM: 0.9
  }),
  link({
    id: 'anemone-cell',
    name: 'Anemone cell',
    notes: 'Learns by one frame which flash is the main one.',
    way: 'cell',
    delayMs: 0.05,
    rangeM: 1.2,
    rangeInSunM: 0.5,
    atPreFlash: 'learns'
  })
]
