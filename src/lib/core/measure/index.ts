export { oklab } from './colour';
export { colourName } from './colour-names';
export { palette, type Swatch } from './palette';
export { tone, tonePhrases, type Tone } from './tone';
