/** Making a format takes a hundred times as long as writing with it, and a log writes hundreds of dates. */
const dates = new Map<string, Intl.DateTimeFormat>();
const numbers = new Map<string, Intl.NumberFormat>();

function made<F>(formats: Map<string, F>, of: unknown, make: () => F): F {
  const key = JSON.stringify(of);
  let format = formats.get(key);
  if (!format) formats.set(key, (format = make()));
  return format;
}
/** The format of a date (ECMA-402), made once for each language and set of options; throws RangeError on one that is not known. */
export const dateFormat = (locale: string | undefined, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat =>
  made(dates, [locale, options], () => new Intl.DateTimeFormat(locale, options));
/** The format of a number (ECMA-402), made once for each language and set of options; throws RangeError on one that is not known. */
export const numberFormat = (locale: string, options: Intl.NumberFormatOptions): Intl.NumberFormat =>
  made(numbers, [locale, options], () => new Intl.NumberFormat(locale, options));
