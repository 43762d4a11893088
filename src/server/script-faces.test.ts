import { existsSync } from 'node:fs';
import { readDrawing } from '../core/dxf/read/interpret';
import { DrawingComposer } from '../core/dxf/write/composer';
import { drawPdf, drawPng, drawSvg, sceneOf } from './draw';
import { openScripts, scriptFilesFor } from './script-faces';

function sceneWith(words: readonly string[]) {
  const file = new DrawingComposer({ version: 'AC1032', units: 4 });
  for (const [i, line] of words.entries()) file.model.text({ layer: '0' }, [10, 10 + 10 * i], 5, line);
  const drawing = readDrawing(file.bytes());
  if (!drawing.ok) throw new Error(drawing.problem.message);
  return sceneOf(drawing.value, null);
}

const SCRIPTS = ['平面图', '한국어', 'תכנית', 'مخطط', 'แผนผัง', 'かな', 'ქართული'];

describe('faces for other scripts', () => {
  it('are named by the letters that need them, and by no others', () => {
    expect(scriptFilesFor('')).toEqual([]);
    const hebrew = scriptFilesFor('ת');
    expect(hebrew.map(({ family }) => family)).toEqual(['Zincnotosanshebrewhebrew']);
    expect(hebrew.every(({ path }) => existsSync(path))).toBe(true);
    expect(scriptFilesFor('平한').length).toBeGreaterThan(1);
  });

  it('have every letter of four scripts and more; nothing is missing', async () => {
    const scene = sceneWith(SCRIPTS);
    expect(scene.picture.head.lettersMissing).toBe(0);
    const faces = await openScripts(scriptFilesFor(scene.picture.head.scriptLetters));
    for (const letter of SCRIPTS.join(''))
      expect([letter, faces.some((face) => face.has(letter.codePointAt(0)!))]).toEqual([letter, true]);
  });

  it('are not asked for by a drawing that needs none', () => {
    const scene = sceneWith(['Plan', 'План', 'Σχέδιο', 'Zażółć']);
    expect(scene.picture.head.scriptLetters).toBe('');
    expect(drawSvg(scene, 'plain', 'print')).not.toContain('notosans');
  });

  it('go into an SVG as far as they are needed', () => {
    const svg = drawSvg(sceneWith(['平面图']), 'han', 'print');
    expect(svg).toMatch(/@font-face\{font-family:Zincnotosanssc\d+/);
    expect(svg).not.toContain('hebrew');
    expect(svg).toContain('平面图');
  });

  it('draw letters that differ from each other, not one box for all', async () => {
    const pictures = await Promise.all(
      ['平', '面', '图', '한', 'ת', 'ط', 'ผ'].map(async (letter) => {
        const png = await drawPng(sceneWith([letter]), 'black', 60);
        if (!png.ok) throw new Error(png.problem.message);
        return Buffer.from(png.value).toString('base64');
      }),
    );
    expect(new Set(pictures).size).toBe(7);
  });

  it('are outlines in a PDF', async () => {
    const [plain, han] = await Promise.all(
      ['Plan', '平面图'].map((words) => drawPdf(sceneWith([words]), 'plan', 'black')),
    );
    expect(new TextDecoder('latin1').decode(han).startsWith('%PDF')).toBe(true);
    expect(Math.abs(han.length - plain.length)).toBeGreaterThan(200);
  });

  it('put words that are read from right to left in their order', async () => {
    const [face] = await openScripts(scriptFilesFor('א'));
    const [first] = face.layOut('אב', true);
    expect(first.svg).toBe(face.layOut('ב', true)[0].svg);
  });
});
