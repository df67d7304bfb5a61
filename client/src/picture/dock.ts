/** Stages that show the picture themselves: Light large, Ways each way's own. */
const OWN: readonly unknown[] = ['light', 'ways']

/** Whether the picture stands small beside a stage. */
export const showsDock = (stage: unknown): boolean => !OWN.includes(stage)
