declare module 'sql.js/dist/sql-wasm-inline.js' {
  export { default } from 'sql.js';
}
