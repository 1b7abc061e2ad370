export { openBook, LATENT_SCALE, type SceneBook } from './book';
export { cards, characterOf, characters, type Character } from './cards';
export { preview } from './decode';
export { paintScene } from './painting';
export type { Gradient, MakeSurface, Pen, Surface } from './pen';
export { readNegative, readPrompt, tokens, type Reading, type Tag } from './reading';
export { scenesFor, type Scene } from './scenes';
export { renderTake, type Picture } from './take';
