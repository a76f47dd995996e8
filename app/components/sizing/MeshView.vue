<script setup lang="ts">
import type { Mesh, PerspectiveCamera, PlaneGeometry, Scene, WebGLRenderer } from 'three'

/** A mould's cavity from any side, with the resin standing in it. Turn it with a finger or the arrow keys. */
const { corners, heightMm, levelMm } = defineProps<{ corners: Float32Array; heightMm: number; levelMm: number }>()
const frame = useTemplateRef<HTMLElement>('frame')
const failed = ref('')
let draw: (() => void) | null = null
let turn: ((byX: number, byY: number) => void) | null = null
let release: (() => void) | null = null

onMounted(async () => {
  const three = await import('three')
  if (!frame.value) return
  let renderer: WebGLRenderer
  try {
    renderer = new three.WebGLRenderer({ antialias: true, alpha: true })
  } catch {
    failed.value = 'This device cannot draw in three dimensions; the figures beside are complete without it.'
    return
  }
  const style = getComputedStyle(document.documentElement)
  const colour = (name: string) => new three.Color(style.getPropertyValue(name).trim())
  const scene: Scene = new three.Scene()
  const geometry = new three.BufferGeometry()
  geometry.setAttribute('position', new three.BufferAttribute(corners, 3))
  geometry.computeVertexNormals()
  geometry.computeBoundingBox()
  const bounds = geometry.boundingBox!
  const middle = bounds.getCenter(new three.Vector3())
  const radius = bounds.getSize(new three.Vector3()).length() / 2
  const wall: Mesh = new three.Mesh(geometry, new three.MeshStandardMaterial({ color: colour('--firm'), transparent: true, opacity: 0.28, side: three.DoubleSide, depthWrite: false }))
  const level = new three.Plane(new three.Vector3(0, 0, -1), 0)
  const resin: Mesh = new three.Mesh(geometry, new three.MeshStandardMaterial({ color: '#c8791f', side: three.DoubleSide, clippingPlanes: [level] }))
  const surface: Mesh<PlaneGeometry> = new three.Mesh(new three.PlaneGeometry(radius * 1.5, radius * 1.5), new three.MeshBasicMaterial({ color: '#c8791f', transparent: true, opacity: 0.16, side: three.DoubleSide, depthWrite: false }))
  const body = new three.Group()
  for (const part of [wall, resin, surface]) {
    part.position.sub(middle)
    body.add(part)
  }
  surface.position.set(0, 0, 0)
  const table = new three.Group()
  table.add(body)
  scene.add(table, new three.HemisphereLight('#ffffff', '#777062', 2.6))
  const camera: PerspectiveCamera = new three.PerspectiveCamera(32, 1, radius / 50, radius * 20)
  camera.up.set(0, 0, 1)
  camera.position.set(radius * 2.2, -radius * 3, radius * 2)
  camera.lookAt(0, 0, 0)
  renderer.localClippingEnabled = true
  renderer.setPixelRatio(Math.min(2, window.devicePixelRatio))
  frame.value.append(renderer.domElement)

  draw = () => {
    const z = bounds.min.z - middle.z + levelMm
    // Clipping planes stand in the world: the level follows the turned body.
    body.updateMatrixWorld()
    level.set(new three.Vector3(0, 0, -1), z).applyMatrix4(body.matrixWorld)
    surface.position.z = z
    surface.visible = levelMm > 0 && levelMm < heightMm
    resin.visible = levelMm > 0
    renderer.render(scene, camera)
  }
  turn = (byX, byY) => {
    table.rotation.z += byX
    body.rotation.x = Math.max(-1.2, Math.min(1.2, body.rotation.x + byY))
    table.updateMatrixWorld()
    draw?.()
  }
  const fit = new ResizeObserver(([entry]) => {
    const { width = 1, height = 1 } = entry?.contentRect ?? {}
    renderer.setSize(width, height)
    camera.aspect = width / height
    camera.updateProjectionMatrix()
    draw?.()
  })
  fit.observe(frame.value)
  release = () => {
    fit.disconnect()
    geometry.dispose()
    renderer.dispose()
  }
})
onScopeDispose(() => release?.())
watch(() => levelMm, () => draw?.())

let held: { x: number; y: number } | null = null
function hold(event: PointerEvent): void {
  held = { x: event.clientX, y: event.clientY }
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (!held) return
  turn?.((event.clientX - held.x) / 120, (event.clientY - held.y) / 160)
  held = { x: event.clientX, y: event.clientY }
}
const KEYS: Record<string, [number, number]> = { ArrowLeft: [-0.15, 0], ArrowRight: [0.15, 0], ArrowUp: [0, -0.1], ArrowDown: [0, 0.1] }
function press(event: KeyboardEvent): void {
  const by = KEYS[event.key]
  if (!by) return
  event.preventDefault()
  turn?.(...by)
}
</script>

<template>
  <p v-if="failed" class="text-soft">{{ failed }}</p>
  <div v-else ref="frame" class="h-72 touch-none cursor-grab active:cursor-grabbing" role="img" tabindex="0" aria-label="The cavity in three dimensions; the arrow keys turn it" @pointerdown="hold" @pointermove="drag" @pointerup="held = null" @keydown="press" />
</template>
