export const families = [];
