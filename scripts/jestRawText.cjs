/** Text files as modules for Jest, as Vite's `?raw` gives them. */
module.exports = { process: (source) => ({ code: `module.exports = ${JSON.stringify(source)};` }) };
