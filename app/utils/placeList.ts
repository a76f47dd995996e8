/** The places of the application, in the order of the work, with the key that leads there. */
export const PLACES = [
  { path: '/', name: 'Today', key: '1' },
  { path: '/orders', name: 'Orders', key: '2' },
  { path: '/recipes', name: 'Recipes', key: '3' },
  { path: '/pots', name: 'Pots', key: '4' },
  { path: '/plan', name: 'Plan', key: '5' },
  { path: '/racks', name: 'Racks', key: '6' },
  { path: '/stores', name: 'Stores', key: '7' },
  { path: '/notebook', name: 'Notebook', key: '8' },
] as const
