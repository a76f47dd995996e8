/** The places of the application, in the order of the work, with the key that leads there. */
export const PLACES = [
  { path: '/', name: 'Today', key: '1' },
  { path: '/orders', name: 'Orders', key: '2' },
  { path: '/prices', name: 'Prices', key: 'e', takes: 'see prices' },
  { path: '/recipes', name: 'Recipes', key: '3' },
  { path: '/sizing', name: 'Sizing', key: '4' },
  { path: '/pots', name: 'Pots', key: '5' },
  { path: '/plan', name: 'Plan', key: '6' },
  { path: '/racks', name: 'Racks', key: '7' },
  { path: '/stores', name: 'Stores', key: '8' },
  { path: '/notebook', name: 'Notebook', key: '9' },
  { path: '/house', name: 'House', key: '0', takes: 'keep the house' },
] as const
