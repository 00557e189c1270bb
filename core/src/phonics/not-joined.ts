/**
 * Words that hold a shorter word and what looks like an ending, and are not made of the two: nobody reads *flower* as *flow* and *er*.
 * Read out of all words of the book that could be taken so; where a base is only history (*customer*, *army*) it is not taught as one.
 */
const LISTS = `
army baby battery belly bravery buddy buggy bully bunny carry copy crabby eighty every factory fairy forty fully fury gravy hey holy
infinity jetty joy kitty marry nanny party penny poppy putty ruby shy slippery stingy storey story study tabby tatty teddy telly they
tidy toy treasury unity victory wacky weary willy
after archer badger barrier batter better bitter butcher butter caper career carter charter chatter copper corner counter crater
customer dinner drawer engineer flicker flower former hamburger hammer hunger ladder letter limber litter liver manner master matter
miller mister muster number offer pepper peer pier pitcher power proper putter quarter saucer scatter shower slipper summer temper
tender tier tower wander
earnest forest early gently tickly woolly bashful comment
feed seed shed weed ragged rugged wicked need deed speed
mars news this mans hays besides earring evening morning ceiling pudding stocking darling shilling
`;
export const NOT_JOINED: ReadonlySet<string> = new Set(LISTS.split(/\s+/).filter(Boolean));
