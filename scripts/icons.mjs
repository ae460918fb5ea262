/** Writes the line icons that a logo can be, from the icon package: `npm run icons`. */
import { existsSync, writeFileSync } from 'node:fs';

const names = `
  anchor ship sailboat waves-horizontal life-buoy compass fish bird wifi phone smartphone mail send message-circle
  message-square map-pin navigation calendar clock link globe house store shopping-cart shopping-bag utensils coffee
  beer wine music headphones mic video camera image file-text book-open key lock star heart thumbs-up user users
  contact credit-card euro info triangle-alert wrench hammer paintbrush paint-bucket leaf tree-pine flower sun moon
  cloud snowflake flame zap droplet dog cat bike car truck bus train-front plane package box tag ticket gift trophy
  flag binoculars briefcase graduation-cap stethoscope pill accessibility recycle play download printer scissors ruler
`
  .trim()
  .split(/\s+/);

const folder = new URL('../node_modules/@lucide/vue/dist/esm/icons/', import.meta.url);
const icons = {};
for (const name of names) {
  const file = new URL(`${name}.mjs`, folder);
  if (!existsSync(file)) throw new Error(`There is no icon called ${name}.`);
  const { __iconData } = await import(file.href);
  icons[name] = __iconData.node.map(([tag, attributes]) => [
    tag,
    Object.fromEntries(Object.entries(attributes).filter(([key]) => key !== 'key')),
  ]);
}
writeFileSync(
  new URL('../src/core/logo/icons.json', import.meta.url),
  `{\n${Object.entries(icons)
    .map(([name, nodes]) => `  ${JSON.stringify(name)}: ${JSON.stringify(nodes)}`)
    .join(',\n')}\n}\n`,
);
console.log(`${names.length} icons written`);
