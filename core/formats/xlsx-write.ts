/** Workbooks (Office Open XML, ECMA-376) with texts, numbers and days; nothing is a formula. The same cells give the same bytes. */
import { strToU8, zipSync } from 'fflate';

/** A day is given as `{ day }`, in days since 1970-01-01. */
export type SheetCell = string | number | { day: number };
export interface Sheet {
  name: string;
  rows: readonly (readonly SheetCell[])[];
}

const head = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n';
const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
const documents = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const packages = 'http://schemas.openxmlformats.org/package/2006';
/** 1970-01-01 as spreadsheets count days. */
const epoch = 25569;

const escaped = (text: string): string =>
  text
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');

function columnName(column: number): string {
  let name = '';
  for (let left = column + 1; left > 0; left = Math.floor((left - 1) / 26))
    name = String.fromCharCode(65 + ((left - 1) % 26)) + name;
  return name;
}

function sheetXml(rows: Sheet['rows']): string {
  let xml = `${head}<worksheet xmlns="${main}"><sheetData>`;
  rows.forEach((cells, r) => {
    xml += `<row r="${r + 1}">`;
    cells.forEach((cell, c) => {
      const at = `${columnName(c)}${r + 1}`;
      if (typeof cell === 'number') xml += `<c r="${at}"><v>${cell}</v></c>`;
      else if (typeof cell === 'object') xml += `<c r="${at}" s="1"><v>${cell.day + epoch}</v></c>`;
      else if (cell !== '')
        xml += `<c r="${at}" t="inlineStr"><is><t xml:space="preserve">${escaped(cell)}</t></is></c>`;
    });
    xml += '</row>';
  });
  return `${xml}</sheetData></worksheet>`;
}

/** The bytes of a workbook. */
export function xlsx(sheets: readonly Sheet[]): Uint8Array {
  const list = sheets.map(
    ({ name }, i) =>
      `<sheet name="${escaped(name.replace(/[\\/?*[\]:]/g, ' ').slice(0, 31))}" sheetId="${i + 1}" r:id="rId${i + 1}"/>`,
  );
  const links = sheets.map(
    (_, i) => `<Relationship Id="rId${i + 1}" Type="${documents}/worksheet" Target="worksheets/sheet${i + 1}.xml"/>`,
  );
  const types = sheets.map(
    (_, i) =>
      `<Override PartName="/xl/worksheets/sheet${i + 1}.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/>`,
  );
  const files: Record<string, string> = {
    '[Content_Types].xml': `${head}<Types xmlns="${packages}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/styles.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.styles+xml"/>${types.join('')}</Types>`,
    '_rels/.rels': `${head}<Relationships xmlns="${packages}/relationships"><Relationship Id="rId1" Type="${documents}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `${head}<workbook xmlns="${main}" xmlns:r="${documents}"><sheets>${list.join('')}</sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `${head}<Relationships xmlns="${packages}/relationships">${links.join('')}<Relationship Id="rId${sheets.length + 1}" Type="${documents}/styles" Target="styles.xml"/></Relationships>`,
    'xl/styles.xml': `${head}<styleSheet xmlns="${main}"><fonts count="1"><font/></fonts><fills count="1"><fill/></fills><borders count="1"><border/></borders><cellStyleXfs count="1"><xf/></cellStyleXfs><cellXfs count="2"><xf numFmtId="0"/><xf numFmtId="14" applyNumberFormat="1"/></cellXfs></styleSheet>`,
    ...Object.fromEntries(sheets.map(({ rows }, i) => [`xl/worksheets/sheet${i + 1}.xml`, sheetXml(rows)])),
  };
  const bytes = Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)]));
  return zipSync(bytes, { level: 6, mtime: '1980-01-02T00:00:00' });
}
