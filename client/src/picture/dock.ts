/** Stages that show the picture themselves: Light and Colour large, Ways each way's own. */
const OWN: readonly unknown[] = ['light', 'colour', 'ways']

/** Whether the picture stands small beside a stage. */
export const showsDock = (stage: unknown): boolean => !OWN.includes(stage)
