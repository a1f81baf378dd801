// The first maker of dates makes a browser read its tables of every zone and language, some 50 ms. They are one for the
// whole program: read here, beside the page, they are there when the page asks.
new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', timeStyle: 'short' }).format(0);
close();
