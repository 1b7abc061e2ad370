export {
	answersFrom,
	ballotHtml,
	ballotScript,
	BallotAnswers,
	readBallotAnswers,
	type BallotPage
} from './ballot';
