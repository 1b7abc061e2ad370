export { draftPick, type PickDraft, type PickSource } from './pick';
