import {
  BufferAttribute,
  BufferGeometry,
  DoubleSide,
  Group,
  HemisphereLight,
  Mesh,
  MeshBasicMaterial,
  MeshStandardMaterial,
  PerspectiveCamera,
  Plane,
  PlaneGeometry,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three'

export type MeshViewOrder =
  | {
      kind: 'open'
      canvas: OffscreenCanvas
      corners: Float32Array
      heightMm: number
      levelMm: number
      wall: string
      pixelRatio: number
    }
  | { kind: 'level'; levelMm: number }
  | { kind: 'turn'; byX: number; byY: number }
  | { kind: 'size'; width: number; height: number }
export type MeshViewNews = { kind: 'failed' }

const RESIN = '#c8791f'
let draw: (() => void) | null = null
let levelMm = 0
let turn: ((byX: number, byY: number) => void) | null = null
let fit: ((width: number, height: number) => void) | null = null

/** Sets the scene: the wall to look through, the resin cut off at its level, and the surface. */
function open({
  canvas,
  corners,
  heightMm,
  wall: wallColour,
  pixelRatio,
}: Extract<MeshViewOrder, { kind: 'open' }>): void {
  const renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true })
  const scene = new Scene()
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(corners, 3))
  geometry.computeVertexNormals()
  geometry.computeBoundingBox()
  const bounds = geometry.boundingBox!
  const middle = bounds.getCenter(new Vector3())
  const radius = bounds.getSize(new Vector3()).length() / 2
  const wall = new Mesh(
    geometry,
    new MeshStandardMaterial({
      color: wallColour,
      transparent: true,
      opacity: 0.28,
      side: DoubleSide,
      depthWrite: false,
    }),
  )
  const level = new Plane(new Vector3(0, 0, -1), 0)
  const resin = new Mesh(
    geometry,
    new MeshStandardMaterial({ color: RESIN, side: DoubleSide, clippingPlanes: [level] }),
  )
  const surface = new Mesh(
    new PlaneGeometry(radius * 1.5, radius * 1.5),
    new MeshBasicMaterial({
      color: RESIN,
      transparent: true,
      opacity: 0.16,
      side: DoubleSide,
      depthWrite: false,
    }),
  )
  const body = new Group()
  for (const part of [wall, resin, surface]) {
    part.position.sub(middle)
    body.add(part)
  }
  surface.position.set(0, 0, 0)
  const table = new Group()
  table.add(body)
  scene.add(table, new HemisphereLight('#ffffff', '#777062', 2.6))
  const camera = new PerspectiveCamera(32, 1, radius / 50, radius * 20)
  camera.up.set(0, 0, 1)
  camera.position.set(radius * 2.2, -radius * 3, radius * 2)
  camera.lookAt(0, 0, 0)
  renderer.localClippingEnabled = true
  renderer.setPixelRatio(pixelRatio)

  draw = () => {
    const z = bounds.min.z - middle.z + levelMm
    // Clipping planes stand in the world: the level follows the turned body.
    body.updateMatrixWorld()
    level.set(new Vector3(0, 0, -1), z).applyMatrix4(body.matrixWorld)
    surface.position.z = z
    surface.visible = levelMm > 0 && levelMm < heightMm
    resin.visible = levelMm > 0
    renderer.render(scene, camera)
  }
  turn = (byX, byY) => {
    table.rotation.z += byX
    body.rotation.x = Math.max(-1.2, Math.min(1.2, body.rotation.x + byY))
    table.updateMatrixWorld()
  }
  fit = (width, height) => {
    renderer.setSize(width, height, false)
    camera.aspect = width / height
    camera.updateProjectionMatrix()
  }
}

/** A canvas that was just sized shows its first picture only with the one after. */
const PICTURES_AFTER_SIZE = 2
let size: { width: number; height: number } | null = null
let pictures = 0
let waiting = false

/**
 * Orders that come faster than pictures are drawn together, sized in the frame in which they are
 * drawn.
 */
function drawSoon(): void {
  pictures = Math.max(pictures, 1)
  if (waiting) return
  waiting = true
  requestAnimationFrame(() => {
    waiting = false
    if (size) {
      fit?.(size.width, size.height)
      size = null
      pictures = PICTURES_AFTER_SIZE
    }
    draw?.()
    pictures--
    if (pictures > 0) drawSoon()
  })
}

/** Draws a mesh beside the page, so that a large one does not hold it up. */
self.onmessage = ({ data }: MessageEvent<MeshViewOrder>) => {
  if (data.kind === 'open') {
    levelMm = data.levelMm
    try {
      open(data)
    } catch {
      const news: MeshViewNews = { kind: 'failed' }
      self.postMessage(news)
    }
    return
  }
  if (data.kind === 'level') levelMm = data.levelMm
  else if (data.kind === 'turn') turn?.(data.byX, data.byY)
  else size = { width: data.width, height: data.height }
  drawSoon()
}
