export { jobSentence } from './blanks';
export { JobScreen } from './job-screen';
