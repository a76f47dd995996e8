import type { Point } from '~~/core/geometry'

/** Points on a photograph that can be set, moved, inserted and taken away, each step undone. */
export function useTracing() {
  const points = ref<Point[]>([])
  const past = ref<Point[][]>([])

  const remember = () => past.value.push(points.value.map(([x, y]): Point => [x, y]))
  const change = (next: Point[]) => {
    remember()
    points.value = next
  }
  return {
    points,
    canUndo: computed(() => past.value.length > 0),
    add: (point: Point) => change([...points.value, point]),
    /** Puts a point between two neighbours. */
    insert: (after: number, point: Point) =>
      change([...points.value.slice(0, after + 1), point, ...points.value.slice(after + 1)]),
    remove: (index: number) => change(points.value.filter((_, i) => i !== index)),
    /** Called once as a move begins, so that it is undone as a whole. */
    beginMove: remember,
    move: (index: number, point: Point) => {
      points.value = points.value.map((one, i) => (i === index ? point : one))
    },
    undo: () => {
      points.value = past.value.pop() ?? points.value
    },
    clear: () => change([]),
  }
}
