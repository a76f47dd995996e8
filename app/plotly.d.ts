/** The bundle with scatter, bars and heat maps alone; it has the types of the whole. */
declare module 'plotly.js-cartesian-dist-min' {
  export * from 'plotly.js-dist-min'
}
