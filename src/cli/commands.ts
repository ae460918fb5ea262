/** The commands. What one needs is loaded when it is asked for. */
import type { Command } from './command';

const text = { type: 'string' } as const;
const flag = { type: 'boolean' } as const;

const messageHelp = {
  url: 'an address that the code opens',
  text: 'a text that the code holds',
  message: 'a file with a message of any kind; see binarus kinds',
};

/** A map, so that names inherited from Object are no commands. */
export const commands: ReadonlyMap<string, Command> = new Map<string, Command>([
  [
    'symbol',
    {
      synopsis:
        'symbol (--text T [--ecc L|M|Q|H] [--version N] [--mask K] [--no-raise] | --job JOB.json [--code ID])',
      about: 'Prints version, level, mask and the modules of a symbol, row by row, without quiet zone.',
      example: 'binarus symbol --text "Rack 3" --ecc Q',
      help: {
        text: messageHelp.text,
        ecc: 'error correction level; M without it',
        version: '1 to 40; the smallest that holds the text without it',
        mask: '0 to 7; the one with the least penalty without it',
        'no-raise': 'keep the level, also where the version has room for more',
        job: 'a job document, whose code is drawn',
        code: 'which code of the job; the first without it',
      },
      options: { text, job: text, code: text, ecc: text, version: text, mask: text, 'no-raise': flag },
      compact: true,
      load: async () => (await import('./commands/symbol')).printSymbol,
    },
  ],
  [
    'job',
    {
      synopsis:
        'job (--url U | --text T | --message FILE.json | --template NAME [--url U | --text T | --message FILE.json]) [--name N] [--material ID --machine ID | --profile FILE.json] [--code-width MM] [--piece WxH] [--style NAME|FILE.json] [--logo FILE | --picture FILE [--picture-by free-bits|half-tone|both]] [--symbol-version N]',
      about: 'Prints a job document.',
      example:
        'binarus job --url ternquay.example/berth/17 --material birch-plywood --piece 60x40 > tag.json',
      help: {
        ...messageHelp,
        template: 'a piece to begin with; see binarus templates',
        name: 'what the job is called',
        material: 'see binarus materials',
        machine: 'where a material is marked by several',
        profile: 'a profile of your own, as the page writes it',
        'code-width': 'in millimetres, without the quiet zone',
        piece: 'width x height in millimetres',
        style: 'a shipped style, or a style document; see binarus styles',
        logo: 'an SVG drawing or a PNG picture, put over modules',
        picture: 'one that the modules draw by themselves, without error correction',
        'picture-by': 'how: free-bits chosen after the message, half-tone parts of modules, or both',
        'symbol-version': '1 to 40; the smallest that holds the message without it',
      },
      options: {
        picture: text,
        'picture-by': text,
        'symbol-version': text,
        url: text,
        text,
        message: text,
        name: text,
        material: text,
        profile: text,
        machine: text,
        'code-width': text,
        piece: text,
        style: text,
        logo: text,
        template: text,
      },
      load: async () => (await import('./commands/job')).printJob,
    },
  ],
  [
    'templates',
    {
      synopsis: 'templates',
      about: 'Lists complete pieces to begin with.',
      example: 'binarus templates',
      help: {},
      options: {},
      load: async () => (await import('./commands/lists')).listTemplates,
    },
  ],
  [
    'styles',
    {
      synopsis: 'styles',
      about: 'Lists the shipped styles, with what the readers of the panel make of them.',
      example: 'binarus styles',
      help: {},
      options: {},
      load: async () => (await import('./commands/lists')).listStyles,
    },
  ],
  [
    'kinds',
    {
      synopsis: 'kinds',
      about: 'Lists the kinds of messages, each with its JSON Schema.',
      example: 'binarus kinds',
      help: {},
      options: {},
      load: async () => (await import('./commands/messages')).listKinds,
    },
  ],
  [
    'read-payload',
    {
      synopsis: 'read-payload --text T | --hex BYTES',
      about: 'Prints the message that the payload of a code is.',
      example: 'binarus read-payload --text "tel:+442079460018"',
      help: { text: 'the payload as text', hex: 'the payload as hexadecimal digits' },
      options: { text, hex: text },
      load: async () => (await import('./commands/messages')).printPayload,
    },
  ],
  [
    'materials',
    {
      synopsis: 'materials',
      about: 'Lists every material with the machines that mark it.',
      example: 'binarus materials',
      help: {},
      options: {},
      load: async () => (await import('./commands/lists')).listMaterials,
    },
  ],
  [
    'limits',
    {
      synopsis: 'limits JOB.json [--files DIR]',
      about: 'Measures every limit of a job and prints the findings, each with its fixes.',
      example: 'binarus limits plate.json',
      help: { files: 'where logos and pictures lie; beside the job without it' },
      options: { files: text },
      load: async () => (await import('./commands/limits')).printLimits,
    },
  ],
  [
    'fit',
    {
      synopsis: 'fit JOB.json [--keep size,message,style,distance,machine [--unproved]] [--files DIR]',
      about:
        'Prints which widths of each code satisfy which limit, those that satisfy all, and the best of them; with --keep, up to three complete changes after which nothing stops any more.',
      example: 'binarus fit plate.json --keep size,message',
      help: {
        keep: 'what has to stay; may be empty',
        unproved: 'do not have the readers read what is found',
        files: 'where logos and pictures lie; beside the job without it',
      },
      options: { keep: text, unproved: flag, files: text },
      load: async () => (await import('./commands/limits')).printFit,
    },
  ],
  [
    'machines',
    {
      synopsis: 'machines',
      about: 'Lists every machine with what it does on which materials.',
      example: 'binarus machines',
      help: {},
      options: {},
      load: async () => (await import('./commands/lists')).listMachines,
    },
  ],
  [
    'make',
    {
      synopsis:
        'make JOB.json --out DIR [--formats svg,pdf,dxf,…] [--name PATTERN] [--files DIR] [--unproved]',
      about:
        'Photographs and reads the piece of a job, writes its files and reads each back from its bytes, unless a stop holds them back.',
      example: 'binarus make plate.json --out files --formats svg,pdf,sheet',
      help: {
        out: 'the folder for the files; made where it is missing',
        formats: 'with commas between them, such as svg,pdf,dxf,png,gcode,3mf,label,sheet; svg without it',
        name: 'what files are called, such as {title}_{width}_{material}',
        files: 'where logos and pictures lie; beside the job without it',
        unproved: 'writes without photographing and reading first',
      },
      options: { out: text, formats: text, name: text, files: text, unproved: flag },
      load: async () => (await import('./commands/files')).writeFiles,
    },
  ],
  [
    'proof',
    {
      synopsis: 'proof JOB.json [--scene S] [--camera C] [--map tilt,light,size,places,harm] [--files DIR]',
      about:
        'Renders, ages, photographs and reads the file of a job, and prints the verdict; with --map, how far from what is asked it holds.',
      example: 'binarus proof plate.json --scene low-sun --map tilt',
      help: {
        scene: 'room, bench-lamp, office, overcast, low-sun, dim-hall, shop-window or wet',
        camera: 'old-phone, usual-phone or good-phone',
        map: 'with commas between them: distance by tilt, by light, by size; places by phones; harm that it survives',
        files: 'where logos and pictures lie; beside the job without it',
      },
      options: { scene: text, camera: text, map: text, files: text },
      load: async () => (await import('./commands/proof')).proveFile,
    },
  ],
  [
    'check',
    {
      synopsis: 'check IMAGE... [--expect TEXT | --job JOB.json [--files DIR]]',
      about:
        'Reads photographs of finished pieces and compares them with what was meant: message, modules, codewords, growth, contrast.',
      example: 'binarus check plate.jpg --job plate.json',
      help: {
        expect: 'what the code is to say',
        job: 'the job that the piece was made of',
        files: 'where logos and pictures of the job lie; beside it without it',
      },
      options: { expect: text, job: text, files: text },
      load: async () => (await import('./commands/check')).checkPhotos,
    },
  ],
  [
    'series',
    {
      synopsis:
        'series JOB.json (--table T.csv | --numbers 1-48|48x6 [--digits N] [--prefix P] [--check S]) [--match WHAT=TEXT]... [--stock ID|WxH [--gap MM] [--margin MM] [--layout L] [--marks M,M]] [--own-versions] [--pictures DIR] [--formats F,F] [--contacts] [--files DIR] --out DIR',
      about: 'Makes a piece for each row of a table, reads every code back, and writes an index.',
      example:
        'binarus series jacket.json --numbers 1-48 --match address=https://ternquay.example/jacket/{number} --stock a4 --out files',
      help: {
        table: 'CSV or TSV, in whichever encoding and with whichever separator',
        numbers:
          'a column “number” instead of a table: counted, or so many drawn by lot with so many characters',
        digits: 'with leading zeros; as many as the last number has without it',
        prefix: 'before each number',
        check:
          'a check character of ISO/IEC 7064 behind it: mod-11-2, mod-37-2, mod-97-10, mod-11-10, mod-37-36',
        match:
          'what a row sets: a field of the message, words by their id, serial, quantity, width, file, logo, title; columns in braces. Columns of the same name need none',
        stock: 'what the pieces are laid on, as with binarus sheet; a page for each piece without it',
        gap: 'between pieces, in millimetres',
        margin: 'free on all sides, in millimetres',
        layout: 'as with binarus sheet',
        marks: 'crop, registration, rule, square, name',
        pictures: 'drawings (SVG) and pictures (PNG) that cells name for --match logo={column}',
        contacts: 'with a sheet that shows every piece small',
        formats: 'pdf is one document; any other is a file for each row; several with commas',
        'own-versions':
          'each row has the smallest symbol that holds it; without it all have the same version',
        files: 'where logos and pictures of the job lie; beside it without it',
        out: 'the folder for the files',
      },
      options: {
        table: text,
        numbers: text,
        digits: text,
        prefix: text,
        check: text,
        match: { type: 'string', multiple: true },
        stock: text,
        gap: text,
        margin: text,
        layout: text,
        marks: text,
        'own-versions': flag,
        pictures: text,
        formats: text,
        contacts: flag,
        files: text,
        out: text,
      },
      load: async () => (await import('./commands/series')).makeSeries,
    },
  ],
  [
    'links',
    {
      synopsis:
        'links (list | add --name N --target T [--slug S] | set LINK --target T | retire LINK [--text T] | export [--form F] --out DIR | import-log FILE) [--port N]',
      about: 'Lists and changes forwarding links of the Binarus that runs on this machine.',
      example: 'binarus links set REGATTA --target https://ternquay.example/results',
      help: {
        name: 'what a new link is called',
        target: 'where it leads',
        slug: 'a readable address; drawn without it',
        text: 'what the page of a retired link says',
        form: 'nginx, apache, pages, csv or json',
        out: 'the folder for the table',
        port: 'of the running Binarus; BINARUS_PORT or 5180 without it',
      },
      options: { name: text, target: text, slug: text, text, form: text, out: text, port: text },
      load: async () => (await import('./commands/links')).manageLinks,
    },
  ],
  [
    'check-data',
    {
      synopsis: 'check-data [--data DIR]',
      about:
        'Looks through everything that is kept and says what is sound, what is not, and which copies there are.',
      example: 'binarus check-data',
      help: { data: 'the data folder; that of BINARUS_DATA, or the usual one, without it' },
      options: { data: text },
      load: async () => (await import('./commands/checkData')).checkData,
    },
  ],
  [
    'sheet',
    {
      synopsis:
        'sheet JOB.json... --stock ID|WxH [--count N [--resize]] [--quantity N] [--gap MM] [--margin MM] [--layout L] [--empty N-N,N] [--marks M,M] [--part P] [--formats F,F] [--contacts] [--files DIR] --out DIR',
      about: 'Lays pieces on stock, reads every code of the sheets back, and writes them.',
      example: 'binarus sheet sticker.json --stock a4 --count 12 --formats pdf,dxf --out files',
      help: {
        stock: 'a4, ansi-a, a4-labels-3x8 and others, or width x height in millimetres',
        count: 'on one sheet; as many as fit without it',
        quantity: 'of each job in all, on as many sheets as it takes',
        resize: 'in the largest size of which the count fits',
        empty: 'places of the first sheet that are used already, such as 1-4,9',
        marks: 'crop, registration, rule, square, name',
        part: 'all (without it), print, cut, or jig: the outline in which blanks are laid',
        gap: 'between pieces, in millimetres; 2 or the width of the cut without it',
        margin: 'free on all sides, in millimetres; 5 without it',
        layout:
          'grid: all upright; turned: where that gains (without it); staggered, for round pieces; interlocked: every other row turned over',
        formats: 'svg without it; see binarus make',
        files: 'where logos and pictures of the job lie; beside it without it',
        out: 'the folder for the files',
      },
      options: {
        stock: text,
        count: text,
        quantity: text,
        gap: text,
        margin: text,
        layout: text,
        resize: flag,
        empty: text,
        marks: text,
        part: text,
        formats: text,
        files: text,
        out: text,
      },
      load: async () => (await import('./commands/sheet')).layOnSheet,
    },
  ],
  [
    'coupon',
    {
      synopsis:
        'coupon ([--material ID --machine ID | --profile FILE.json] [--kind sizes|power] [--width MM] [--height MM] [--both-polarities] [--powers P,P --speeds S,S] [--format ID] [--seed N] --out DIR | --coupon FILE.json IMAGE...)',
      about:
        'Writes a test piece for a material on a machine; or reads photographs of one and prints what the machine really does, with a profile.',
      example:
        'binarus coupon --material birch-plywood --machine co2-laser --out . && binarus coupon --coupon test-piece_K7TM6.binarus-coupon.json photo.jpg',
      help: {
        material: 'see binarus materials',
        machine: 'where a material is marked by several',
        profile: 'a profile of your own, as the page writes it',
        kind: 'sizes with graded growth, or a grid of power and speed',
        width: 'in millimetres; as wide as four large codes without it',
        height: 'at most, in millimetres; as high as it has to be without it',
        'both-polarities': 'each size light on dark, too',
        powers: 'in per cent, with commas between',
        speeds: 'in mm/s, with commas between',
        format: 'the usual one of the machine without it',
        seed: 'the same seed gives the same piece',
        out: 'the folder for the file and the document, which photographs are read by',
        coupon: 'the document of the test piece that the photographs show',
      },
      options: {
        material: text,
        machine: text,
        profile: text,
        kind: text,
        width: text,
        height: text,
        'both-polarities': flag,
        powers: text,
        speeds: text,
        format: text,
        seed: text,
        out: text,
        coupon: text,
      },
      load: async () => (await import('./commands/coupon')).coupon,
    },
  ],
]);

const exits = 'JSON on standard output. Exit: 0 fine, 1 findings that stop, 2 bad usage.';

export function usage(): string {
  const lines = [...commands.values()].map(({ synopsis }) => `  binarus ${synopsis}`);
  return `usage:\n${lines.join('\n')}\n\nbinarus COMMAND --help tells more. ${exits}\n`;
}

/** What a command does, its options and an example. */
export function helpOf({ synopsis, about, help, example }: Command): string {
  const widest = Math.max(0, ...Object.keys(help).map((name) => name.length));
  const options = Object.entries(help).map(([name, means]) => `  --${name.padEnd(widest)}  ${means}\n`);
  return `usage: binarus ${synopsis}\n\n${about}\n\n${options.join('')}${options.length > 0 ? '\n' : ''}example: ${example}\n\n${exits}\n`;
}
