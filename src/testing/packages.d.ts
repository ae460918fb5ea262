/** Of an encoder that is only asked in tests: the check codewords of a block. */
declare module 'qrcode/lib/core/reed-solomon-encoder.js' {
  export default class {
    constructor(degree: number);
    encode(data: Uint8Array): Uint8Array;
  }
}
