'use client';

import { useEffect } from 'react';

const SHEET = '/fonts/scripts.css';

/**
 * Says where the faces for other scripts are, once the page is there: each of their files is loaded when a letter in it is
 * shown, in lists and ledgers as on the sheet.
 */
export function ScriptFaces() {
  useEffect(() => {
    if (document.querySelector(`link[href="${SHEET}"]`)) return;
    const link = document.createElement('link');
    link.rel = 'stylesheet';
    link.href = SHEET;
    document.head.append(link);
  }, []);
  return null;
}
