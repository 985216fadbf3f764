// What the routes under app/api enter by.
export { answer } from './answer';
export { beginBeside, endBeside, followBeside, tellBeside } from './beside';
export { leaveParcel, takeParcel } from './relay';
export { answerTake } from './take';
export { health, openapiDocument, schemaDocuments } from './told';
