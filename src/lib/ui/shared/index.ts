export { default as AmountField } from './AmountField.svelte';
export { default as Changes } from './Changes.svelte';
export { default as BriefRoom } from './BriefRoom.svelte';
export { default as Chart } from './Chart.svelte';
export { default as Choice } from './Choice.svelte';
export { default as DestinationList } from './DestinationList.svelte';
export { default as Dialog } from './Dialog.svelte';
export { default as Later } from './Later.svelte';
export { default as Lines } from './Lines.svelte';
export { default as Rail } from './Rail.svelte';
export { default as Replaced } from './Replaced.svelte';
export { default as SizeSlider } from './SizeSlider.svelte';
export { default as TakePicture } from './TakePicture.svelte';
export { default as TopBar } from './TopBar.svelte';
export { default as Untrusted } from './Untrusted.svelte';
export { default as Wall } from './Wall.svelte';
export { openAccount } from './account.svelte';
export { door, largestPart, midnight } from './door.svelte';
export { briefForm, doorDialog } from './parts';
export { chooseFile, chooseFiles, saveFile } from './files';
export { judgeAsked, openJudged, type Judged } from './judged.svelte';
export { goOn } from './landing';
export { focusInto, focusReturner, layers } from './layers.svelte';
export { markKeys, moveKeys, runKey, type ViewKey } from './takes-key';
export { default as Said } from './Said.svelte';
export { takesLetters } from './letters';
export { live } from './live.svelte';
export { loadSettings, loadWords } from './load';
export { axisTitle, plainChart } from './plain-chart';
export { pictureUrls } from './picture-urls.svelte';
export {
	addOrder,
	goOnWith,
	newPlan,
	planOf,
	runAgain,
	tryAgain,
	whyNotAgain,
	withLine
} from './plans';
export { clock, credits, datedName, daySays, fileName, many, money, whenSays } from './say';
export { scopeSays } from './scopes';
export { freshSeeds } from './seeds';
export { session } from './session.svelte';
export { seenOrRevealed, whenRevealed } from './sight';
export { undo } from './undo.svelte';
export { changeBrief } from './brief-change';
export { typing } from './typing.svelte';
export { whenLeft } from './when-left';
export { whenNear } from './when-near';
export { whenReleased } from './pressed';
export { Zoom } from './zoom.svelte';
export { markedSays, useWork, type Work } from './work.svelte';
