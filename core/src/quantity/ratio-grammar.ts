/**
 * How people say and print a ratio, as a grammar of ohm-js: sides, parts, shares, strengths, doses. It reads lower case.
 * What each rule means is in `ratio.ts`.
 */
export const RATIO_GRAMMAR = String.raw`
Ratio {
  Text = lead* Said
  // one line of a recipe: so much of something
  Item
    = number some? volume of? remainder   -- volume
    | number mass of? remainder           -- mass
    | number partWord of? remainder       -- parts
    | number percent of? remainder        -- percent
    | fraction of? remainder              -- share
  of = kw<"of">
  remainder = any+
  Said
    = halves tail* end     -- halves
    | Strength tail* end   -- strength
    | Pieces tail* end     -- pieces
    | Plus tail* end       -- plus
    | Parts tail* end      -- parts
    | Dose tail* end       -- dose
    | Amount tail* end     -- amount
    | In tail* end         -- in
    | Sides tail* end      -- sides
    | Slash tail* end      -- slash
    | Share tail* end      -- share

  halves
    = "fifty" ("-" | space)* "fifty"                  -- fifty
    | "half" space* "/" space* "half"                 -- slash
    | "half" ("-" | space)+ "and" ("-" | space)+ "half"  -- and
    | "equal" space+ ("parts" | "amounts") &boundary (space+ name (space+ "and" space+ name)?)?  -- equal
    | "half" space+ "water" (","? space* ("and" space+)? "half" (space+ "of")? space+ name)? -- water

  Strength
    = number percent                                -- percent
    | number perMillion                             -- ppm
    | number mass per number? volume vessel? ofWater? -- mass
  percent
    = "%"                 -- sign
    | "per" space+ "cent" -- words
    | kw<"percent">       -- word
    | kw<"pct">           -- short
  perMillion
    = kw<"ppm">                                     -- short
    | "parts" space+ "per" space+ kw<"million">     -- words

  Pieces
    = number some? piece ofName? per number? volume vessel? ofWater? -- sized
    | number some? piece ofName? per vessel ofWater?                 -- unsized

  Plus = number partWord? plus number partWord?
  plus = "+" | kw<"plus">
  Parts
    = number partWord ofName? join number partWord ofName?  -- both
    | number partWord ofName? join number ofName            -- named
    | number partWord in number partWord kw<"of"> name      -- in
    | name number partWord comma name number partWord       -- after
  join
    = comma        -- comma
    | kw<"to">     -- to
    | kw<"per">    -- per
    | kw<"with">   -- with
  comma = "," | kw<"and">
  in = kw<"in">
  In = number partWord? in number partWord?
  Sides = number partWord? side number
  side = ":" | "-" | kw<"to">
  Slash = digits "/" digits
  Share = fraction ofName? rest?
  rest = ","? space* ("the" space+)? ("rest" | "remainder") space+ kw<"water">

  Dose
    = number some? volume ofName? madeUpTo number? volume vessel?       -- made
    | number some? volume ofName? per number? volume vessel? ofWater?   -- sized
    | number some? volume ofName? per vessel ofWater?                   -- unsized
  Amount = number some? volume ofName?
  some = ("of" space+)? kw<"a">

  per
    = ("/" | ":")                                                    -- sign
    | ("per" | "in" | "to" | "for" | "with") &boundary (space+ determiner)? -- word
    | "a" &(space+ measured)                                         -- article
  determiner
    = ("each" | "every" | "the") &boundary  -- word
    | "a" &(space+ digit)                   -- article
  measured = volume | vessel
  madeUpTo = ("made" | "topped" | "filled") space+ "up" space+ kw<"to">
  ofWater = ("of" space+)? (("hot" | "warm" | "cold" | "cool" | "clean" | "tap") space+)* kw<"water">
  ofName = ~stop ("of" space+)? name
  name = oneName (space+ oneName)*
  oneName = ~stop letter (letter | "-")*
  stop = ("topped" | "to" | "per" | "in" | "for" | "and" | "or" | "plus" | "the" | "made" | "filled" | "with" | "a") ~letter
  partWord = kw<"parts"> | kw<"part">
  vessel = (("the" | "a") space+)? ("spray" space+)? ("bottle" | "sprayer" | "bucket" | "jug" | "tank" | "sink" | "basin" | "bowl" | "bath" | "load" | "machine" | "pail") ~letter
  lead
    = ("diluted" | "dilute" | "dilution" | "mixed" | "mix" | "used" | "use" | "ratio" | "at" | "about" | "approx") &boundary  -- word
    | "a" &(space+ decimal space* (":" | percent))  -- article
  tail
    = ("dilution" | "solution" | "strength" | "mixture" | "mix" | "ratio" | "concentration") &boundary  -- word
    | ("with" | "in" | "to") space+ kw<"water">   -- water
    | "."                                         -- stop

  volume = (region space+)? unit "."? ~letter
  region = ("u.s." | "us" | "uk" | "imperial" | "imp." | "imp" | "british") ~letter
  unit
    = "millilitres" | "milliliters" | "millilitre" | "milliliter" | "mls" | "ml" | "cc" | "cl" | "dl"
    | "litres" | "liters" | "litre" | "liter" | "ltr"
    | "teaspoonfuls" | "teaspoonful" | "teaspoons" | "teaspoon" | "tsps" | "tsp"
    | "tablespoonfuls" | "tablespoonful" | "tablespoons" | "tablespoon" | "tbsps" | "tbsp" | "tbs"
    | "dessertspoons" | "dessertspoon" | "cupfuls" | "cupful" | "cups" | "cup"
    | "fluid ounces" | "fluid ounce" | "fl. oz" | "fl.oz" | "fl oz" | "floz" | "ounces" | "ounce" | "oz"
    | "pints" | "pint" | "pts" | "pt" | "quarts" | "quart" | "qts" | "qt" | "gallons" | "gallon" | "gals" | "gal"
    | "drops" | "drop" | "squirts" | "squirt" | "dashes" | "dash" | "glugs" | "glug" | "capfuls" | "capful" | "caps" | "cap"
    | "scoops" | "scoop" | "handfuls" | "handful" | "pumps" | "pump" | "squeezes" | "squeeze" | "l"
  mass = ("milligrams" | "milligram" | "mg" | "kilograms" | "kilogram" | "kg" | "grammes" | "gramme" | "grams" | "gram" | "g") ~letter
  piece = ("tablets" | "tablet" | "tabs" | "tab" | "sachets" | "sachet" | "pods" | "pod") ~letter

  number = mixed | fraction | decimal | spoken
  mixed
    = digits space+ slashed      -- slashed
    | digits space* vulgar       -- vulgar
    | countWord space+ "and" space+ "a" space+ fractionWord -- spoken
  fraction
    = vulgar                             -- sign
    | slashed                            -- slashed
    | (article space+)? fractionWord     -- word
    | countWord space+ fractionWords     -- words
  slashed = digits "/" digits &(space+ letter)
  decimal
    = digit+ ("," digit digit digit)+ ~numeral   -- thousands
    | digit+ " " digit digit digit ~numeral &(space+ letter)  -- spaced
    | digit* ("." | ",") digit+ ~numeral         -- point
    | digit+ ~numeral                            -- whole
  numeral
    = digit              -- digit
    | ("." | ",") digit  -- point
  digits = digit+
  vulgar = "½" | "¼" | "¾" | "⅓" | "⅔" | "⅛" | "⅜" | "⅝" | "⅞" | "⅙" | "⅕"
  spoken
    = "a" space+ kw<"dozen"> -- dozen
    | countWord              -- count
    | kw<"an">               -- an
    | kw<"a">                -- a
  countWord = ("one" | "two" | "three" | "four" | "five" | "six" | "seven" | "eight" | "nine" | "ten" | "twelve" | "twenty") ~letter
  article = kw<"an"> | kw<"a"> | kw<"one">
  fractionWord = ("half" | "third" | "quarter" | "tenth" | "fifth" | "eighth") ~letter
  fractionWords = ("thirds" | "quarters" | "tenths" | "fifths") ~letter
  boundary = space | end
  kw<w> = w ~letter
}`;
