import { testRule } from '../testing';
import { letteringEmpty } from './empty';
import { lettered, NOTE, ON_WALL, onSheet } from './testing';

const standard = lettered();

testRule(letteringEmpty, {
  accept: [
    {
      name: 'the same words beside each other, other words and other heights on one place',
      standard,
      draw: onSheet((sheet) => {
        sheet.text(ON_WALL, [10, 10], 2.5, 'Door', NOTE);
        // Just further apart than what lies on each other: 0.02 of the height.
        sheet.text(ON_WALL, [10.06, 10], 2.5, 'Door', NOTE);
        sheet.text(ON_WALL, [10, 10], 2.5, 'Wall', NOTE);
        sheet.text(ON_WALL, [10, 10], 5, 'Door', NOTE);
        sheet.text(ON_WALL, [10, 10], 2.5, 'Door', { ...NOTE, angleDeg: 90 });
      }),
    },
  ],
  reject: [
    {
      name: 'blanks, and what is there twice or three times',
      standard,
      draw: onSheet((sheet) => {
        sheet.text(ON_WALL, [10, 50], 2.5, '   ', NOTE);
        sheet.paragraph(ON_WALL, [10, 60], 2.5, 40, ' ', 'Note');
        for (const x of [10, 10.01, 10]) sheet.text(ON_WALL, [x, 10], 2.5, 'Door', NOTE);
        sheet.text(ON_WALL, [80, 10], 2.5, 'Door', NOTE);
      }),
      messages: [
        '2 texts on layer “WALL” say nothing.',
        '2 texts on layer “WALL” lie on others that say the same.',
      ],
      leaves: 0,
    },
  ],
});
