/** Words that title blocks carry, in the languages that drawings come in. */
export const TITLE_WORDS =
  /\b(sheet|date|drawn|drawing|dwg|checked|chk|approved|project|client|title|revision|rev|job|issue|issued|designed|architect|owner|contract|north|legend|location)\b|\b(blatt|datum|gezeichnet|geprüft|bauherr|projekt|planinhalt|plan-?nr|bearbeitet|maßstab|massstab)\b|\b(dessin|dessiné|vérifié|planche|folio|indice|affaire)\b|échelle|ma[iî]tre d|\b(escala|fecha|dibuj[oó]|plano|lámina|proyecto|revisión|hoja|desenho|folha|projeto|prancha|disegno|tavola|progetto|scala)\b|масштаб|лист|стадия|подп|дата|разраб|провер|утверд|контр|проект|чертеж|比例|图号|图名|图纸|日期|设计|设计|审核|校对|制图|工程|縮尺|図面|図番|日付|設計|承認|尺度|척도|도면|\b(mērogs|lapa|lapas|datums|pasūtītājs|rasējums|objekts|mastelis|brėžinys|užsakovas|mittakaava|piirustus|päiväys|rysunek|rys|arkusz|skala|projektował|sprawdził|měřítko|výkres|mierka|mõõtkava|joonis|tegning|målestok[k]?|ritning|blad|ölçek|pafta|tarih|proje|tekening|schaal|bladnr)\b/iu;

/** Names of layers and symbols that frames lie on or are. */
export const FRAME_NAMES =
  /frame|border|bordr|sheet|title|ttlb|tblk|format|rahmen|blatt|cadre|cartouche|marco|cajetin|formato|folha|squadra|cornice|рамк|рамка|штамп|лист|ramka|rāmis|ramis|rėmel|kader|ram\b|图框|圖框|図枠|用紙|[^a-z0-9]a[0-4](?![0-9a-z])|^a[0-4](?![0-9a-z])/iu;

/** A number of a sheet: "A-101", "S3.02", "LK-E-04", "建施-01"; "12/24" is not one. */
export const SHEET_NUMBER =
  /^(?=.*\d)(?:[A-ZА-ЯĀ-Ž]|\p{Script=Han}){1,5}[-–. ]?(?:[A-Z0-9]{1,5}[-–._])*\d{1,4}[a-zA-Z]?$/u;
