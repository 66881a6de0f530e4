/**
 * What is measured of a doorway. Along the face of the room `at`: from the corner that its side begins with to the doorway,
 * the doorway, and on to the next corner. Through the doorway, at its end `at` (0: where the first room's `from` ends): how
 * thick the wall is, and across to the other end on the other side. (Apart from what solves it, which is read late.)
 */
export const doorPieces = ['from', 'width', 'to', 'thick', 'across'] as const;

export type DoorPiece = (typeof doorPieces)[number];
