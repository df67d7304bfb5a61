/** The behaviour of one editable figure: typing, stepping, locking, and what is wrong with it. */
import { computed, ref } from 'vue'
import type { Fault } from '@core/plan/open'
import { valueAt, type PlanPath } from '@core/plan/path'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import type { Kind } from './kind'
import { KINDS, type KindName } from './kinds'

export interface FigureProps {
  /**
   * where the figure stands in the plan, which also names its lock; none for a figure that is not
   * in the plan
   */
  path?: PlanPath
  kind: KindName
  label: string
  /** value shown in place of the plan's own at `path` */
  value?: number
  /** takes the change in place of the plan's `path`; returns what is wrong */
  set?: (value: number) => readonly Fault[]
}

const STEPS: Record<string, number> = { ArrowUp: 1, ArrowDown: -1, PageUp: 3, PageDown: -3 }

export function useFigure(props: FigureProps) {
  const store = usePlan()
  const notices = useNotices()
  const typed = ref<string | null>(null)
  const error = ref('')

  const kind = computed<Kind>(() => KINDS[props.kind])
  const current = computed(() => props.value ?? (valueAt(store.plan!, props.path!) as number))
  const shown = computed(
    () => typed.value ?? kind.value.format(current.value, store.plan!, props.path)
  )
  const locked = computed(() => props.path !== undefined && store.isLocked(props.path))

  const apply = (value: number): boolean => {
    const faults = props.set
      ? props.set(value)
      : store.set(props.path!, value, props.label.toLowerCase())
    error.value = faults[0]?.message ?? ''
    // Said here, at the field, it need not be said at the foot of the screen too.
    if (faults.length > 0) notices.clear()
    return faults.length === 0
  }

  const commit = (): void => {
    if (typed.value === null) return
    if (typed.value === kind.value.format(current.value, store.plan!, props.path)) {
      typed.value = null
      error.value = ''
      return
    }
    const value = kind.value.parse(typed.value, store.plan!, props.path)
    if (value === null)
      error.value =
        typed.value.trim() === ''
          ? 'a figure is needed'
          : `not understood: type ${kind.value.example}`
    else if (apply(value)) typed.value = null
  }

  const step = (by: number): void => {
    if (locked.value) return
    commit()
    if (typed.value === null) apply(kind.value.step(current.value, by, store.plan!, props.path))
  }

  const onKey = (event: KeyboardEvent): void => {
    const by = STEPS[event.key]
    if (by !== undefined) {
      event.preventDefault()
      step(event.shiftKey ? Math.sign(by) * 3 : by)
    } else if (event.key === 'Enter') {
      commit()
      const input = event.target as HTMLInputElement
      // Selecting takes the focus: not from where it has gone meanwhile.
      requestAnimationFrame(() => document.activeElement === input && input.select())
    } else if (event.key === 'Escape') {
      typed.value = null
      error.value = ''
    }
  }

  const inputProps = computed(() => ({
    type: 'text',
    role: 'spinbutton',
    autocomplete: 'off',
    spellcheck: false,
    maxlength: 60,
    value: shown.value,
    readonly: locked.value,
    'aria-valuenow': current.value,
    'aria-valuetext': shown.value,
    'aria-invalid': error.value !== '',
    'data-typing': typed.value === null ? undefined : '',
    onInput: (event: Event) => (typed.value = (event.target as HTMLInputElement).value),
    onFocus: (event: Event) => (event.target as HTMLInputElement).select(),
    onBlur: commit,
    onKeydown: onKey
  }))

  return {
    error,
    locked,
    step,
    inputProps,
    toggleLock: () => props.path && store.toggleLock(props.path)
  }
}
