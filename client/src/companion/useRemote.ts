/**
 * Keys of the companion, and those that Bluetooth remotes send: the buttons of a presenter, a
 * shutter release for phones, a headset.
 */
import { onBeforeUnmount, onMounted } from 'vue'

export type Act = 'main' | 'skip' | 'up' | 'down' | 'say' | 'more'

/** By the names of UI Events KeyboardEvent key values (W3C). */
const KEYS: Readonly<Record<string, Act>> = {
  Enter: 'main',
  ' ': 'main',
  PageDown: 'main',
  ArrowRight: 'main',
  MediaPlayPause: 'main',
  MediaTrackNext: 'main',
  AudioVolumeUp: 'main',
  PageUp: 'skip',
  ArrowLeft: 'skip',
  MediaTrackPrevious: 'skip',
  AudioVolumeDown: 'skip',
  s: 'skip',
  ArrowUp: 'up',
  ArrowDown: 'down',
  r: 'say',
  m: 'more'
}

/** A control that has a use for the key itself keeps it. */
const keepsKeys = (target: EventTarget | null, key: string): boolean =>
  target instanceof HTMLElement &&
  (target.closest('input, textarea, select, [contenteditable], [role="application"], dialog') !==
    null ||
    (['Enter', ' '].includes(key) && target.closest('button, a, summary, label') !== null))

/** @param acts what is done; one that is missing is not taken from the browser */
export function useRemote(acts: () => Partial<Record<Act, () => unknown>>): void {
  const onKey = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return
    const name = Object.hasOwn(KEYS, event.key) ? KEYS[event.key]! : null
    const act = name && acts()[name]
    if (!act || keepsKeys(event.target, event.key)) return
    event.preventDefault()
    act()
  }
  onMounted(() => addEventListener('keydown', onKey))
  onBeforeUnmount(() => removeEventListener('keydown', onKey))
}
