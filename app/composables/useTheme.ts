import { useLocalStorage } from '@vueuse/core'

/** The wall by day, or the bench in the dark; kept on the device. */
export function useTheme() {
  const theme = useLocalStorage<'wall' | 'bench'>('velvet-theme', 'wall')
  const toggle = () => (theme.value = theme.value === 'wall' ? 'bench' : 'wall')
  return { theme, toggle }
}
