import { type Picture, evenOut, findSheet, straighten } from '~~/core/scan/page'

/** A photograph turned upright by the browser; back comes the sheet alone, straight and evenly lit. */
onmessage = ({ data }: MessageEvent<Picture>) => {
  const corners = findSheet(data)
  const sheet = evenOut(corners ? straighten(data, corners) : data)
  postMessage(sheet, { transfer: [sheet.data.buffer] })
}
