/**
 * Ids that stand side by side in many signatures, told apart by the compiler: a plain string passes as any of them, as it comes
 * out of a document; one kind never passes as another.
 */
type Id<Of extends string> = string & { readonly idOf?: Of };

export type PartId = Id<'part'>;
export type JointId = Id<'joint'>;
export type PortId = Id<'port'>;
export type ClassId = Id<'class'>;
