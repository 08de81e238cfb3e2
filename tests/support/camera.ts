import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { create } from 'qrcode'

const [WIDTH, HEIGHT] = [640, 480]

/** A film of one picture, as a browser's pretended camera plays it (YUV4MPEG2): a QR code of a text on white. Its file. */
export function filmOf(text: string): string {
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  const scale = Math.floor((HEIGHT * 0.7) / modules.size)
  const [left, top] = [WIDTH, HEIGHT].map((n) => Math.floor((n - modules.size * scale) / 2)) as [number, number]
  const light = Buffer.alloc(WIDTH * HEIGHT, 235)
  for (let y = 0; y < modules.size * scale; y += 1)
    for (let x = 0; x < modules.size * scale; x += 1)
      if (modules.get(Math.floor(y / scale), Math.floor(x / scale))) light[(y + top) * WIDTH + x + left] = 16
  const colour = Buffer.alloc((WIDTH * HEIGHT) / 2, 128)
  const frame = Buffer.concat([Buffer.from('FRAME\n'), light, colour])
  const head = Buffer.from(`YUV4MPEG2 W${WIDTH} H${HEIGHT} F10:1 Ip A1:1 C420jpeg\n`)
  const file = join(mkdtempSync(join(tmpdir(), 'film-')), 'camera.y4m')
  writeFileSync(file, Buffer.concat([head, ...Array.from({ length: 10 }, () => frame)]))
  return file
}

/** What a browser is started with so that its camera is pretended and shows a film. */
export const cameraArgs = (film: string): string[] => [
  '--use-fake-ui-for-media-stream',
  '--use-fake-device-for-media-stream',
  `--use-file-for-fake-video-capture=${film}`,
]
