/** The tabs this app is open in: each has a name, and can be asked whether it is still there. */
import { nanoid } from 'nanoid'

const ANSWER_MS = 150

/** This tab, from one load to the next. */
export const thisTab = nanoid(10)

type Message = { readonly ask: string } | { readonly here: string }

function openChannel(): BroadcastChannel | null {
  try {
    return new BroadcastChannel('fine-spark-tabs')
  } catch {
    return null
  }
}
const channel = openChannel()
const answered = new Map<string, () => void>()

if (channel)
  channel.onmessage = ({ data }: MessageEvent<Message>) => {
    if ('ask' in data && data.ask === thisTab) channel.postMessage({ here: thisTab })
    if ('here' in data) answered.get(data.here)?.()
  }

/** Whether a tab of that name answers. */
export function isOpen(tab: string): Promise<boolean> {
  if (tab === thisTab) return Promise.resolve(true)
  if (!channel) return Promise.resolve(false)
  return new Promise((resolve) => {
    const end = (open: boolean) => {
      clearTimeout(timer)
      answered.delete(tab)
      resolve(open)
    }
    // An answer that came while the page was busy is heard before the wait is over.
    let timer = setTimeout(() => (timer = setTimeout(() => end(false))), ANSWER_MS)
    answered.set(tab, () => end(true))
    channel.postMessage({ ask: tab })
  })
}
