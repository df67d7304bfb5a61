export const findChromium: () => string | null
export const needChromium: () => string | null
