export { draftPick, pickedStops, type PickDraft, type PickSource } from './pick';
export { lackSays, lacksOf, withDescendants } from './lacks';
