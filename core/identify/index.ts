export { type Answers, candidates, gainBits, nextQuestion, possible } from './identify';
export { QUESTIONS, type Question } from './questions';
