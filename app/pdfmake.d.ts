/** The letters of a PDF that every reader has; the package describes the others only. */
declare module 'pdfmake/build/standard-fonts/Helvetica.js' {
  const container: import('pdfmake/interfaces').TFontContainer
  export default container
}
