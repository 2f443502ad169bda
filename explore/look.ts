/** How the page looks. */
export const look = (ground: string, ink: string, quiet: string): string => `
*{box-sizing:border-box}
body{margin:0;height:100vh;display:grid;grid-template:auto 1fr auto/1fr 320px;background:${ground};color:${ink};font:13px/1.45 'Hanken Grotesk Variable',system-ui,sans-serif}
header{grid-column:1/3;padding:14px 20px 8px}
h1{margin:0;font:600 22px/1.25 'Source Serif 4 Variable',Georgia,serif}
h2{margin:14px 0 4px;font:600 15px/1.3 'Source Serif 4 Variable',Georgia,serif}
p{margin:0}
.quiet{color:${quiet}}
.map{position:relative;min-height:0;min-width:0}
canvas{position:absolute;inset:0;width:100%;height:100%;touch-action:none;cursor:grab;outline-offset:-3px}
aside{overflow:auto;padding:4px 20px 20px;border-left:1px solid ${quiet}55}
footer{grid-column:1/3;max-height:30vh;overflow:auto;padding:8px 20px 14px;border-top:1px solid ${quiet}55}
footer svg{max-width:100%;height:auto;display:block;margin-bottom:6px}
.caption{font:15px/1.45 'Source Serif 4 Variable',Georgia,serif;max-width:75ch}
input[type=search]{width:100%;padding:6px 9px;border:1px solid ${quiet};border-radius:6px;background:transparent;color:inherit;font:inherit}
button{font:inherit;color:inherit;background:none;border:0;border-radius:5px;padding:2px 5px;text-align:left;cursor:pointer}
button:hover{background:${quiet}22}
:focus-visible{outline:2px solid ${ink}}
ul{list-style:none;margin:4px 0;padding:0}
table{border-collapse:collapse;width:100%}
th{text-align:left;font-weight:400;color:${quiet};padding:1px 8px 1px 0;vertical-align:top}
.record{margin:4px 0;padding:3px 0 3px 9px;border-left:2px solid ${quiet}55}
td{padding:1px 0;overflow-wrap:anywhere}
label{display:flex;gap:7px;align-items:center;padding:1px 0}
.swatch{width:11px;height:11px;border-radius:2px;flex:none}
.tools{position:absolute;right:12px;bottom:12px;display:grid;gap:4px}
.tools button{width:30px;height:30px;text-align:center;background:${ground};border:1px solid ${quiet}88}
.hint{position:fixed;pointer-events:none;padding:2px 7px;border-radius:5px;background:${ink};color:${ground};max-width:320px}
.said{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%)}
@media (max-width:800px){body{height:auto;grid-template:auto 60vh auto auto/1fr}header,footer{grid-column:1}aside{border:0}}
`;
