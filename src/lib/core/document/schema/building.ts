/**
 * Schema of a figure that may be left out or null. In this folder stand the JSON Schemas of the setup document, a file a part: the one
 * source of its types and of every check at an edge.
 * @param title the field's name in the words of a hobbyist; messages are made from it
 * @param minimum least it may be; @param maximum most; @param exclusive whether the least itself is too little
 */
export const optional = (title: string, minimum: number, maximum: number, exclusive = false) =>
  exclusive
    ? ({ type: ['number', 'null'], exclusiveMinimum: minimum, maximum, title } as const)
    : ({ type: ['number', 'null'], minimum, maximum, title } as const);

/** The same of a figure that must be there. */
export const required = (title: string, minimum: number, maximum: number, exclusive = false) =>
  exclusive
    ? ({ type: 'number', exclusiveMinimum: minimum, maximum, title } as const)
    : ({ type: 'number', minimum, maximum, title } as const);
