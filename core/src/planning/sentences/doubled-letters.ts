/** Sentences for doubled consonants and for the first words with wh and qu. */
export const doubledLetters = `
I am sorry I lost it.
Hurry, we will miss the ferry!
The ferry is in a hurry.
Carry the pot of curry.
The berry is furry.
I am carrying a pot of curry.
Sorry, I cannot carry it.
It is terribly wet on the ferry.
Dad is cutting the ham.
It is getting hot.
Mum is sitting on the step.
Stop hitting the drum!
The cat is sitting in the attic.
I am letting him win.
Is it getting wet?
The kit is rotting in the mud.
I am fitting the lid on.
The plum is rotting.
Add a bit of salt.
It is odd.
An odd man is nodding.
Dad is adding it up.
I am kidding.
I add six and ten.
The odd sock is red.
What a whiff of fish!
What is in the tin?
What did Pat get?
When can we stop?
When did it end?
Get a whisk and a pan.
The whisk is wet.
Which cat is fat?
When will it stop?
What is on the mat?
A quilt is on the bed.
The quick duck will win.
It is a quick quiz.
A dog is napping on the rug.
I am skipping.
Mum is clapping.
The frog is hopping off.
Stop flapping!
A lad is hopping on a log.
I am hugging an egg.
Dad is jogging.
The pup is wagging and begging.
The egg is hot.
I am humming.
Tim is drumming on a tin.
Dad is swimming.
The lid is slamming.
Mum is humming in bed.
He is swimming and grinning.
Stop slamming it!
The bug will buzz.
It has a bit of fizz.
Dad hums to jazz.
A buzz is in the grass.
Is the jazz band fun?
Get rid of the fuzz.
The can of fizz is wet.
Can a bug buzz in bed?
A rabbit is in the rubbish.
Mum is rubbing the spot.
Stop grabbing the rabbit!
The rubbish is in the bin.
A rabbit is grabbing a nut.
He is rubbing his leg.
Dad is running.
Mum is winning.
Nan is grinning.
I am planning a trip.
He cannot stop spinning.
I cannot win.
The man is running to win.
`;
