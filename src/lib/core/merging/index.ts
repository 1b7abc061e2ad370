/** Two histories of one brief, as one: what archives, backups and Open share. */
export { isOpen, mergeBrief, mergeSpending, mergeTake } from './merge';
