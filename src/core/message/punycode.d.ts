/** The file itself: Node takes the bare name for its own deprecated module. */
declare module 'punycode/punycode.js' {
  export { default } from 'punycode';
}
