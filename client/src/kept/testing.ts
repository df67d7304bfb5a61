/** In tests: channels between tabs do not keep the process alive. Imported before what opens one. */
const Channel = globalThis.BroadcastChannel

globalThis.BroadcastChannel = class extends Channel {
  constructor(name: string) {
    super(name)
    ;(this as unknown as { unref: () => void }).unref()
  }
}
