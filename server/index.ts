// What the routes under app/api enter by.
export { answer } from './answer';
export { leaveParcel, takeParcel } from './relay';
export { answerTake } from './take';
export { health, openapiDocument, schemaDocuments } from './told';
