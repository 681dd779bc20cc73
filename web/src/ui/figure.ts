// Figures come from the server with their unit; where a column has said the unit, it is left out.
export const bare = (text: string | null | undefined) => text?.replace(/ (in|mm)$/, '') ?? '–';
