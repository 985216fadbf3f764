export { fragmentOf, MOST_CODES, missingOf, type Piece, pieceIn, piecesOf, textOf } from './hand';
