/** The commands. What one needs is loaded when it is asked for. */
import type { Command } from './command';

const text = { type: 'string' } as const;
const flag = { type: 'boolean' } as const;
/** May be given several times. */
const many = { type: 'string', multiple: true } as const;

/** A map, so that names inherited from Object are no commands. */
export const commands: ReadonlyMap<string, Command> = new Map<string, Command>([
  [
    'symbol',
    {
      synopsis:
        'symbol (--text T [--ecc L|M|Q|H] [--version N] [--mask K] [--no-raise] | --job JOB.json [--code ID])',
      about: 'Prints version, level, mask and the modules of a symbol, row by row, without quiet zone.',
      example: 'binarus symbol --text "Rack 3" --ecc Q',
      options: {
        text: { ...text, help: 'a text that the code holds' },
        ecc: { ...text, help: 'error correction level; M without it' },
        version: { ...text, help: '1 to 40; the smallest that holds the text without it' },
        mask: { ...text, help: '0 to 7; the one with the least penalty without it' },
        'no-raise': { ...flag, help: 'keep the level, also where the version has room for more' },
        job: { ...text, help: 'a job file, whose code is drawn' },
        code: { ...text, help: 'which code of the job; the first without it' },
      },
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
      options: {
        url: { ...text, help: 'an address that the code opens' },
        text: { ...text, help: 'a text that the code holds' },
        message: { ...text, help: 'a file with a message of any kind; see binarus kinds' },
        template: { ...text, help: 'a piece to begin with; see binarus templates' },
        name: { ...text, help: 'what the job is called' },
        material: { ...text, help: 'see binarus materials' },
        machine: { ...text, help: 'where a material is marked by several' },
        profile: { ...text, help: 'a profile of your own, as the page writes it' },
        'code-width': { ...text, help: 'in millimetres, without the quiet zone' },
        piece: { ...text, help: 'width x height in millimetres' },
        style: { ...text, help: 'a shipped style, or a style document; see binarus styles' },
        logo: { ...text, help: 'an SVG drawing or a PNG picture, put over modules' },
        picture: { ...text, help: 'one that the modules draw by themselves, without error correction' },
        'picture-by': {
          ...text,
          help: 'how: free-bits chosen after the message, half-tone parts of modules, or both',
          choices: async () => (await import('./choices')).pictureWays,
        },
        'symbol-version': { ...text, help: '1 to 40; the smallest that holds the message without it' },
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
      options: {
        text: { ...text, help: 'the payload as text' },
        hex: { ...text, help: 'the payload as hexadecimal digits' },
      },
      load: async () => (await import('./commands/messages')).printPayload,
    },
  ],
  [
    'materials',
    {
      synopsis: 'materials',
      about: 'Lists every material with the machines that mark it.',
      example: 'binarus materials',
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
      options: {
        files: { ...text, help: 'where logos and pictures lie; beside the job without it' },
      },
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
      options: {
        keep: { ...text, help: 'what has to stay; may be empty' },
        unproved: { ...flag, help: 'do not have the readers read what is found' },
        files: { ...text, help: 'where logos and pictures lie; beside the job without it' },
      },
      load: async () => (await import('./commands/limits')).printFit,
    },
  ],
  [
    'machines',
    {
      synopsis: 'machines',
      about: 'Lists every machine with what it does on which materials.',
      example: 'binarus machines',
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
      options: {
        out: { ...text, help: 'the folder for the files; made where it is missing' },
        formats: {
          ...text,
          help: 'with commas between them; svg without it',
          choices: async () => (await import('../core/files')).downloads.map(({ id }) => id),
        },
        name: { ...text, help: 'what files are called, such as {title}_{width}_{material}' },
        files: { ...text, help: 'where logos and pictures lie; beside the job without it' },
        unproved: {
          ...flag,
          help: 'does not photograph and read it first; what is in the files is measured all the same',
        },
      },
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
      options: {
        scene: {
          ...text,
          help: 'where it is photographed',
          choices: async () => (await import('../core/camera')).sceneIds,
        },
        camera: {
          ...text,
          help: 'by which phone',
          choices: async () => (await import('../core/camera')).cameraIds,
        },
        map: {
          ...text,
          help: 'with commas between them: distance by tilt, by light, by size; places by phones; harm that it survives',
          choices: async () => (await import('./commands/proof')).surveyNames,
        },
        files: { ...text, help: 'where logos and pictures lie; beside the job without it' },
      },
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
      options: {
        expect: { ...text, help: 'what the code is to say' },
        job: { ...text, help: 'the job that the piece was made of' },
        files: { ...text, help: 'where logos and pictures of the job lie; beside it without it' },
      },
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
      options: {
        table: { ...text, help: 'CSV or TSV, in whichever encoding and with whichever separator' },
        numbers: {
          ...text,
          help: 'a column “number” instead of a table: counted, or so many drawn by lot with so many characters',
        },
        digits: { ...text, help: 'with leading zeros; as many as the last number has without it' },
        prefix: { ...text, help: 'before each number' },
        check: {
          ...text,
          help: 'a check character of ISO/IEC 7064 behind it',
          choices: async () => (await import('../core/series')).checkSystems,
        },
        match: {
          ...many,
          help: 'what a row sets: a field of the message, words by their id, serial, quantity, width, file, logo, title; columns in braces. Columns of the same name need none',
        },
        stock: {
          ...text,
          help: 'what the pieces are laid on, as with binarus sheet; a page for each piece without it',
        },
        gap: { ...text, help: 'between pieces, in millimetres' },
        margin: { ...text, help: 'free on all sides, in millimetres' },
        layout: {
          ...text,
          help: 'how they lie; see binarus sheet',
          choices: async () => (await import('../core/sheet')).layouts,
        },
        marks: {
          ...text,
          help: 'with commas between them',
          choices: async () => Object.keys((await import('../core/sheet')).noMarks),
        },
        pictures: {
          ...text,
          help: 'drawings (SVG) and pictures (PNG) that cells name for --match logo={column}',
        },
        contacts: { ...flag, help: 'with a sheet that shows every piece small' },
        formats: {
          ...text,
          help: 'pdf is one document; any other is a file for each row; several with commas',
          choices: async () => (await import('../core/files')).downloads.map(({ id }) => id),
        },
        'own-versions': {
          ...flag,
          help: 'each row has the smallest symbol that holds it; without it all have the same version',
        },
        files: { ...text, help: 'where logos and pictures of the job lie; beside it without it' },
        out: { ...text, help: 'the folder for the files' },
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
      options: {
        name: { ...text, help: 'what a new link is called' },
        target: { ...text, help: 'where it leads' },
        slug: { ...text, help: 'a readable address; drawn without it' },
        text: { ...text, help: 'what the page of a retired link says' },
        form: {
          ...text,
          help: 'as which table',
          choices: async () => (await import('../core/links')).tableForms,
        },
        out: { ...text, help: 'the folder for the table' },
        port: { ...text, help: 'of the running Binarus; BINARUS_PORT or 5180 without it' },
      },
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
      options: {
        data: { ...text, help: 'the data folder; that of BINARUS_DATA, or the usual one, without it' },
      },
      load: async () => (await import('./commands/checkData')).checkData,
    },
  ],
  [
    'sheet',
    {
      synopsis:
        'sheet JOB.json... --stock ID|WxH [--count N [--resize]] [--quantity N] [--gap MM] [--margin MM] [--layout L] [--empty N-N,N] [--marks M,M] [--part P] [--formats F,F] [--files DIR] --out DIR',
      about: 'Lays pieces on stock, reads every code of the sheets back, and writes them.',
      example: 'binarus sheet sticker.json --stock a4 --count 12 --formats pdf,dxf --out files',
      options: {
        stock: { ...text, help: 'a4, ansi-a, a4-labels-3x8 and others, or width x height in millimetres' },
        count: { ...text, help: 'on one sheet; as many as fit without it' },
        quantity: { ...text, help: 'of each job in all, on as many sheets as it takes' },
        resize: { ...flag, help: 'in the largest size of which the count fits' },
        empty: { ...text, help: 'places of the first sheet that are used already, such as 1-4,9' },
        marks: {
          ...text,
          help: 'with commas between them',
          choices: async () => Object.keys((await import('../core/sheet')).noMarks),
        },
        part: {
          ...text,
          help: 'all (without it), print, cut, or jig: a holder in which blanks are laid',
          choices: async () => (await import('../core/imposition')).sheetParts,
        },
        gap: { ...text, help: 'between pieces, in millimetres; 2 or the width of the cut without it' },
        margin: { ...text, help: 'free on all sides, in millimetres; 5 without it' },
        layout: {
          ...text,
          help: 'grid: all upright; turned: where that gains (without it); staggered, for round pieces; interlocked: every other row turned over',
          choices: async () => (await import('../core/sheet')).layouts,
        },
        formats: {
          ...text,
          help: 'with commas between them; svg without it',
          choices: async () => (await import('../core/files')).downloads.map(({ id }) => id),
        },
        files: { ...text, help: 'where logos and pictures of the job lie; beside it without it' },
        out: { ...text, help: 'the folder for the files' },
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
      options: {
        material: { ...text, help: 'see binarus materials' },
        machine: { ...text, help: 'where a material is marked by several' },
        profile: { ...text, help: 'a profile of your own, as the page writes it' },
        kind: {
          ...text,
          help: 'sizes with graded growth, or a grid of power and speed',
          choices: async () => (await import('../core/coupon')).couponKinds,
        },
        width: { ...text, help: 'in millimetres; as wide as four large codes without it' },
        height: { ...text, help: 'at most, in millimetres; as high as it has to be without it' },
        'both-polarities': { ...flag, help: 'each size light on dark, too' },
        powers: { ...text, help: 'in per cent, with commas between' },
        speeds: { ...text, help: 'in mm/s, with commas between' },
        format: { ...text, help: 'the usual one of the machine without it' },
        seed: { ...text, help: 'the same seed gives the same piece' },
        out: { ...text, help: 'the folder for the file and the document, which photographs are read by' },
        coupon: { ...text, help: 'the document of the test piece that the photographs show' },
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

/** What a command does, its options with what may be chosen, and an example. */
export async function helpOf({ synopsis, about, options, example }: Command): Promise<string> {
  const widest = Math.max(0, ...Object.keys(options).map((name) => name.length));
  const lines: string[] = [];
  for (const [name, { help, choices }] of Object.entries(options)) {
    lines.push(`  --${name.padEnd(widest)}  ${help}\n`);
    if (choices !== undefined) lines.push(`    ${' '.repeat(widest)}  ${(await choices()).join(', ')}\n`);
  }
  return `usage: binarus ${synopsis}\n\n${about}\n\n${lines.join('')}${lines.length > 0 ? '\n' : ''}example: ${example}\n\n${exits}\n`;
}
