export { readingsOf } from './written-number.ts';
export { apportion } from './apportion.ts';
export { cents, sumCents, type Cents } from './cents.ts';
export { convertMinor, findRate, minorPlaces, namesOtherCurrency, type CurrencyRate } from './currency.ts';
export { dayText, daysWrittenFrom, monthText, writeDaysFrom } from './day-text.ts';
export { addDays, addMonths, dateOf, dayAt, dayNumber, daysBetween } from './days.ts';
export { localMinor } from './local-money.ts';
export { moneyText } from './money-text.ts';
export {
  countWords,
  decimal,
  numberLanguage,
  significant,
  shortDecimal,
  whole,
  writeNumbersAs,
} from './number-text.ts';
