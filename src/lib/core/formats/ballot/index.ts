export { answersFrom, ballotHtml, ballotScript, BallotAnswers, readBallotAnswers } from './ballot';
