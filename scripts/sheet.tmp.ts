import sharp from 'sharp'
import { readdirSync } from 'node:fs'
const tag = process.argv[2] ?? ''
const files = readdirSync('/tmp/pics').filter(f => f.endsWith('.png') && (tag === 'raw' ? f.endsWith('-raw.png') : !f.endsWith('-raw.png')) && f !== 'sheet.png')
const W = 400, H = 270, C = 3
const comps = await Promise.all(files.map(async (f, i) => ({ input: await sharp('/tmp/pics/' + f).resize(W - 6, H - 6, { fit: 'contain', background: '#335' }).png().toBuffer(), left: (i % C) * W + 3, top: Math.floor(i / C) * H + 3 })))
await sharp({ create: { width: W * C, height: Math.ceil(files.length / C) * H, channels: 3, background: '#557' } }).composite(comps).png().toFile('/tmp/sheet.png')
console.log(files.join('\n'))
