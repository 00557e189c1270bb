/** Questions to read alone and answer with yes or no, written for this tool. From three-letter words to long ones; the engine picks what a group can read. */
const YES = `
Can a man sit?
Can a man nap?
Can an ant sit on a mat?
Can a tin tip?
Can a cat sit on a mat?
Can you pat a cat?
Can a pot get hot?
Can you nod?
Can a dog run?
Can a hat fit on a head?
Can you hum?
Can a bud be red?
Can a cat nap?
Is a pig bigger than an ant?
Can a dog dig?
Can a man run?
Is the sun hot?
Can a bug sit on a log?
Can a pan get hot?
Is a pup a dog that is not big yet?
Can a rat fit in a box?
Can you get wet in the mud?
Is a hen a bird?
Can a kid hop?
Can you get in a van?
Has a dog got legs?
Can you sip from a cup?
Is ten less than six plus six?
Can a frog jump?
Can a tent stand in the wind?
Can you dust a desk?
Is a plum a snack?
Can a crab nip?
Can you spend a gift of cash?
Is sand at the bottom of a pond?
Can a truck get stuck in the mud?
Is a drum hit with sticks?
Can you camp next to a hill?
Can a fish swim?
Can a shed get hot in the sun?
Can a chick peck?
Can you chop a plum?
Can a moth sit on a lamp?
Can a king be rich?
Can a duck quack?
Can you hold a ring in your hand?
Is a lunch box shut with a lid?
Can a ship sink?
Can a thin string snap?
Can a swing hang from a branch?
Can you bring a snack to the bus?
Can you see the moon at night?
Can rain fill a pail?
Can a boat float?
Can a goat eat weeds?
Is a light bright in the dark?
Can a sheep be on a farm?
Can you cook in a hot pan?
Can a cow be in a shed?
Is coal dug from deep down?
Can an owl hoot?
Can a farmer chain up a gate?
Has a chair got a seat?
Can you hear a bell ring?
Can you burn toast?
Can a fork lie on a plate?
Can ice be in a drink?
Is a whale bigger than a mouse?
Can a snake slide on sand?
Can a fire be hot?
Can a stone be smooth?
Can you ride a bike home?
Is a cake made in a kitchen?
Can a kite rise in the wind?
Can you play a tune on a flute?
Can a king sit on a throne?
Can you spray a plant in the shade?
Can a crown be made of gold?
Can you point at a coin?
Can boys enjoy a joke?
Is hay kept dry in a barn?
Can a nurse help if you hurt?
Can a bird hatch from an egg?
Can a pie be filled with fruit?
Is a lawn cut with a mower?
Can you draw a straight line?
Can a photo show your face?
Can a knight kneel?
Can you write with a pencil?
Can a lamb follow the sheep?
Can a giraffe reach high leaves?
Can you listen to the sound of a whistle?
Is a city bigger than a village?
Can a bridge cross a river?
Can you pay for a ticket at the station?
`;
const NO = `
Can a mat sit on a man?
Can a tin nap?
Can a pan sit and nap?
Can an ant pat a man on the hand?
Can a pot nod?
Can a hat run?
Can a bun hum?
Can a log get up?
Can mud be a hat?
Can a pin dig?
Can a cat fit in a cup?
Is a bug as big as a bus?
Can a log run?
Has a pig got wings?
Can a bed hop?
Can a hat sob?
Is mud a hot dip?
Can a pen dig up a well?
Is a hot pan fun to hug?
Can a tin tap a man?
Can a red bug be a bun?
Can a rug sit up and beg?
Can a lid tell a fib?
Can a desk jump?
Can a crab drink milk from a glass?
Is a tent fit for a swim?
Can a lamp read to you?
Has a snail got six legs?
Can a plum get cross?
Can a sock blink?
Is a pond full of sand?
Can a fish shut the shop?
Can a chip chat?
Can a shell run to the bus?
Is a king fed on bricks?
Can a moth pack a bag?
Can a chick sing the song of a king?
Can a rock quack?
Is a thick wing a thing to drink?
Can a lunch box hum and wink?
Can a goat read a map?
Can a boat eat toast?
Can the moon ring a bell?
Is the night as bright as noon?
Can a sheep cook a roast?
Can a coat feel pain?
Can a tree snow?
Can a road look at you?
Can an oak tree sail the sea?
Can an owl bark at a car?
Can a chair hear you?
Is a shark kept in a barn?
Can a fork turn into a bird?
Can a cow join a boat race?
Is a plate made of rain?
Can a snake put on socks?
Can a bone bake a cake?
Is a cube the same shape as a kite?
Can a stone smile?
Is the home of a whale in a tree?
Can a flute use a phone?
Can a cave blow its nose?
Can a pie cry?
Can a crown go to school?
Is a toy a thing to boil and eat?
Can a new shoe chew?
Can a purse nurse a girl?
Can a shirt dance in a church by itself?
Can a lawn yawn?
Is an elephant as light as a feather?
Can a photo make a phone call?
Can a knife wrap a gift?
Can a gnat knit a scarf?
Can a giant hide in a pencil case?
Can a circle have six corners?
Can a bridge walk across a river?
Is a mountain made of sausages?
Can a station listen to a whistle?
`;
const lines = (text: string, answer: 'yes' | 'no') =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => ({ text: line, answer }));

export const YES_OR_NO: readonly { readonly text: string; readonly answer: 'yes' | 'no' }[] = [...lines(YES, 'yes'), ...lines(NO, 'no')];
