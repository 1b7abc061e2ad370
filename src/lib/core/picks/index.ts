export { draftPick, pickedDials, type PickDraft, type PickSource } from './pick';
