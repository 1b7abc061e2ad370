// Everything lives in the browser: there is nothing for a server to render.
export const ssr = false;
