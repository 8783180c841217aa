/** Stands for `node:module` in the browser: the solver only asks for it under Node.js. */
export const createRequire = undefined;
