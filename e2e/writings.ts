/** A number field as a screen shows it. */
export interface NumberField {
  /** What it is called. */
  readonly label: string;
  /** Its number as it stands there, written in English without groups. */
  readonly value: string;
  /** What stands behind it: a currency's code, or a unit; empty where there is none. */
  readonly behind: string;
}

const LANGUAGES = 'en de fr sv de-CH pl pt-BR ja hi ar-EG cs it es nb fi da nl tr ru hu'.split(' ');
/** Texts that are no number in any field. */
export const NO_NUMBERS = ['about 3', '12 34', '3e5', '4:27', '3*(', '1/0'];

const fullWidth = (text: string) =>
  text.replace(/[0-9.-]/g, (sign) => String.fromCharCode(sign.charCodeAt(0) + 0xfee0));
/** Groups of three digits, parted by a mark. */
const grouped = (text: string, mark: string) => text.replace(/\B(?<!\.\d*)(?=(\d{3})+(?!\d))/g, mark);

/** As languages write it. Left out is what means two things: 1.299 where decimals are possible (common practice, no source). */
function inLanguages(field: NumberField): string[] {
  const places = field.value.split('.')[1]?.length ?? 0;
  return LANGUAGES.flatMap((language) => {
    const format = new Intl.NumberFormat(language, {
      minimumFractionDigits: places,
      maximumFractionDigits: places,
    });
    const text = format.format(Number(field.value));
    return places === 0 && /\d[.,\u066c]\d{3}$/.test(text) ? [text.replace(/[.,\u066c]/g, '')] : [text];
  });
}

/** With the sign, the code or the unit that belongs to the field. */
function withUnits({ value, behind }: NumberField): string[] {
  const unit = behind.split(' ')[0];
  if (unit === '') return [];
  const own = [
    `${value} ${unit}`,
    `${value}${unit}`,
    ` ${value}\u00a0${unit} `,
    `${value} ${unit.toLowerCase()}`,
  ];
  return unit === 'EUR'
    ? [...own, `€ ${value}`, `€${value}`, `${value} €`, `${value}€`, `EUR ${value}`]
    : own;
}

/**
 * At least forty ways of writing the number that stands in a field: by languages, with other digits, marks, spaces and dashes, with its
 * unit, and as arithmetic that comes to it.
 */
export function writingsOf(field: NumberField): string[] {
  const { value } = field;
  const isWhole = !value.includes('.') || /\.0+$/.test(value);
  const whole = value.replace(/\.0+$/, '');
  const comma = value.replace('.', ',');
  return [
    ...inLanguages(field),
    ...withUnits(field),
    ...[value, comma, ` ${value}`, `${value} `, `\t${comma}`],
    ...[
      fullWidth(value),
      fullWidth(comma).replace(',', '，'),
      value.replace('-', '−'),
      value.replace('-', '–'),
    ],
    ...["'", '’', '\u202f', '\u2009', '\u00a0', '_'].map((mark) => grouped(value, mark)),
    ...(isWhole
      ? [`${whole}.-`, `${whole},-`, `${whole}.--`, `${whole},--`, `${whole}.`, `${whole}.0`, `${whole},0`]
      : []),
    ...[`${value}+0`, `${value} - 0`, `${value}−0`, `${value}*1`, `${value}×1`, `${value}/1`, `${value} ÷ 1`],
    ...[
      `(${value})`,
      `((${comma}))`,
      `0+${value}`,
      `(${comma})`,
      `2*${comma}-${comma}`,
      `${value}-0+0`,
      `0 + ${value} + 0`,
      `${value} * 1 / 1`,
      `\u2009${value}`,
      `\u3000${comma}`,
      `${value}·1`,
      `1*1*${value}`,
      `(${value}+0)/1`,
      `1*${comma}`,
      `1 × ${value}`,
      `(${value})*1`,
      `${value}+0+0`,
      `${comma}/1/1`,
      `0 + (${comma})`,
      `１×${fullWidth(value)}`,
      `2*${value}-${value}`,
      `${comma}+${comma}-${comma}`,
      `1*(${value}+0)`,
      `-(-(${value}))`,
    ],
    ...(value.startsWith('-') ? [] : [`+${value}`, `+ ${comma}`]),
  ];
}
