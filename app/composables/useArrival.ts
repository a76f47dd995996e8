/** Whether another page was come to, and its heading has not had the focus yet. */
export const useArrival = () => useState('arrival', () => false)
