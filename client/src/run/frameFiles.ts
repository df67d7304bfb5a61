/** What a chooser of frames offers: JPEGs, and raw files where the system knows them as pictures. */
export const FRAME_FILES = 'image/*,.jpg,.jpeg,.dng,.raw'
