export { draftPick, pickedStops, type PickDraft, type PickSource } from './pick';
