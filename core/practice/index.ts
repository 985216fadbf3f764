export { courseOf, type Practising, practise } from './courses';
export { type Answered, Course, type Exercise, type Grade, LEVELS } from './exercise';
export { answerWhere, leftAfter, noticedOf, type Truth } from './hidden';
export { type Done, doneOf, dueKinds, ratingOf } from './repeat';
