/** Offers text, or what is a file already, to the person. */
export function saveFile(name: string, content: string | Blob, type = 'application/json'): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([content], { type }))
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}

/** Offers a picture that a canvas holds, on a ground of its own. */
export function savePicture(name: string, canvas: HTMLCanvasElement): void {
  const copy = document.createElement('canvas')
  Object.assign(copy, { width: canvas.width, height: canvas.height })
  const ink = copy.getContext('2d')
  if (!ink) return
  ink.fillStyle = getComputedStyle(document.documentElement).getPropertyValue('--sheet').trim()
  ink.fillRect(0, 0, copy.width, copy.height)
  ink.drawImage(canvas, 0, 0)
  const link = document.createElement('a')
  link.href = copy.toDataURL('image/png')
  link.download = name
  link.click()
}

/** Offers a drawing as a picture of so many dots on white; false where the browser cannot draw it. */
export async function saveSvgAsPicture(
  name: string,
  svg: string,
  width: number,
  height: number,
): Promise<boolean> {
  const image = new Image(width, height)
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`
  try {
    await image.decode()
  } catch {
    return false
  }
  const canvas = document.createElement('canvas')
  Object.assign(canvas, { width, height })
  const ink = canvas.getContext('2d')
  if (!ink) return false
  ink.fillStyle = '#fff'
  ink.fillRect(0, 0, width, height)
  ink.drawImage(image, 0, 0, width, height)
  const link = document.createElement('a')
  link.href = canvas.toDataURL('image/png')
  link.download = name
  link.click()
  return true
}
