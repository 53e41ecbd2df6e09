/** Metro takes style sheets in; they give nothing. */
declare module '*.css';
