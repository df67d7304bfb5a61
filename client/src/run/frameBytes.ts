/** The bytes of a frame's files: the picture that waits here to be sent, else the server's. */
import { api } from '@/api/client'
import type { useFrames } from '@/stores/frames'

type Frames = ReturnType<typeof useFrames>

async function fetched(url: string, missing: string): Promise<Blob> {
  const response = await fetch(url)
  if (!response.ok) throw new Error(missing)
  return response.blob()
}

/** @throws Error in words for the user where it is not there */
export async function pictureBytes(frames: Frames, id: string): Promise<Blob> {
  return (
    frames.imageOf(id) ??
    fetched(api.imageUrl(frames.shootId, id), 'The picture is not on the server.')
  )
}

/** @throws Error in words for the user where it is not there */
export async function rawBytes(frames: Frames, id: string): Promise<Blob> {
  return (
    frames.rawOf(id) ??
    fetched(api.rawUrl(frames.shootId, id), 'The raw file is not on the server.')
  )
}
