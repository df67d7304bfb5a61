/**
 * Three themes. Dark is for work beside a black set; dim stays lower still, so that the screen does
 * not light the set; light is for daylight and print. Text on surfaces keeps a contrast of 4.5 or
 * more in each.
 */
import type { ThemeDefinition } from 'vuetify'

const theme = (dark: boolean, colors: Record<string, string>): ThemeDefinition => ({
  dark,
  colors: {
    ...colors,
    primary: colors.accent!,
    'on-primary': colors.background!,
    error: colors.miss!,
    success: colors.ok!,
    warning: colors.near!,
    'surface-bright': colors.raised!,
    'surface-light': colors.raised!,
    'surface-variant': colors.muted!,
    'on-surface-variant': colors.background!,
    secondary: colors.muted!,
    'on-background': colors.text!,
    'on-surface': colors.text!,
    'on-raised': colors.text!
  },
  variables: {
    'border-color': colors.line!,
    'border-opacity': 1,
    'high-emphasis-opacity': 1,
    'medium-emphasis-opacity': 0.85
  }
})

export const THEMES = {
  dark: theme(true, {
    background: '#0b0d0e',
    surface: '#101315',
    well: '#0e1113',
    raised: '#161a1d',
    line: '#242b30',
    rule: '#39424a',
    text: '#d9d4c9',
    bright: '#f6f0e3',
    muted: '#99a0a6',
    accent: '#f1b04c',
    ok: '#a9cc62',
    near: '#f1b04c',
    miss: '#f28b78',
    ambient: '#a3b0ba',
    sourceA: '#5cc8d6',
    sourceB: '#f29ab8',
    sourceC: '#b7d36b',
    sourceD: '#f0a860',
    sourceE: '#b9a5f2',
    sourceF: '#e8d26a',
    sourceG: '#7fb2ff',
    sourceH: '#d8b59a',
    drawn: '#626c74'
  }),
  dim: theme(true, {
    background: '#040404',
    surface: '#070707',
    well: '#050505',
    raised: '#0b0a09',
    line: '#1a1715',
    rule: '#2a2522',
    text: '#978b7c',
    bright: '#a89a88',
    muted: '#84796c',
    accent: '#a8793a',
    ok: '#7f8a4e',
    near: '#a8793a',
    miss: '#b26f5e',
    ambient: '#838180',
    sourceA: '#5d8a8c',
    sourceB: '#9c6b7c',
    sourceC: '#7d8a52',
    sourceD: '#9a7348',
    sourceE: '#7d7299',
    sourceF: '#8f8350',
    sourceG: '#5f7a9c',
    sourceH: '#8c7968',
    drawn: '#4a443f'
  }),
  light: theme(false, {
    background: '#f4f1ea',
    surface: '#fbf9f4',
    well: '#efebe2',
    raised: '#ffffff',
    line: '#d8d2c5',
    rule: '#b3ab9b',
    text: '#2a2d30',
    bright: '#101213',
    muted: '#5a6066',
    accent: '#8f5200',
    ok: '#3d6a13',
    near: '#8f5200',
    miss: '#a52d18',
    ambient: '#4d5a64',
    sourceA: '#0b6675',
    sourceB: '#9b2c5c',
    sourceC: '#4c6a0c',
    sourceD: '#8a4a00',
    sourceE: '#5a3fa8',
    sourceF: '#6b5b00',
    sourceG: '#1d55a8',
    sourceH: '#7a4a2b',
    drawn: '#8b8f92'
  })
} as const

export type ThemeName = keyof typeof THEMES
export const THEME_NAMES = Object.keys(THEMES) as ThemeName[]
