/**
 * Sentences to read and to dictate, written for this tool: each says something by itself. From words of three letters to long
 * ones; the engine picks what a group can read. A line a sentence.
 */
const LINES = `
A man sits on a mat.
Sam sat on a tin.
Tim is in a tent.
The pan is on the mat.
Pat sits and naps.
A pin is in the tin.
The pot is not hot.
Nan sips from a pot.
Dan sat on the sand.
The cat is on the mat.
Dad pats the cat.
A cat ran to the tap.
The top is in the pot.
Stop the cat!
Sid ran to Dad.
I am at the top.
Dad can mop the mat.
The dog did not sit.
Mel has a red pen.
Ten men sat on a log.
The hen is in the pen.
Get the pen, Meg.
Meg met a man at the gate.
The pet hid in the hat.
He has his hand on the pot.
The man had a ham.
Rod got a big rod.
Ben had a bad leg.
The bag is on the bed.
The bug ran up the rug.
The cup fell in the mud.
The sun is up and it is hot.
Run to the hut, Gus!
The pup had fun in the sun.
A duck can sit in the mud.
We go to the vet in a van.
The vet can help the cat.
Vic has a vest on.
Jen had jam on a bun.
Jim can jog to the hut.
The jug is in the box.
Max has six red pens.
The fox hid in a box.
Can you mix it and fix it?
Zip up the bag, Liz.
The van went zig zag.
Yes, we can get a pup.
The yak got a wet leg.
Yum, jam and buns!
Kim can kick it to Ken.
A kid had milk in a cup.
Will Bill sell the bell?
The hen is on the hill.
Fill the cup and do not spill it.
The dress is a mess.
It is less hot in the grass.
The duck is in the dock.
Pick up the sock and the brick.
Nick got stuck in the muck.
The ship went to the shop.
She had a wish for fish.
Shut the shed and get a dish.
Josh will brush his dog.
The cash fell on the shelf.
We rush to the bus with a crash.
Sing a song with us.
The king has a ring on.
Bring the long string.
Hang it up on a peg.
I think the ink is pink.
Thank you for the drink.
The sink is next to the tank.
Hank can wink and blink.
The moth is on the cloth.
Beth has three thin rings.
This is the path to the bath.
With a thud, the thing fell.
That is my thick hat.
This dog is bigger than that dog.
Chips and fish for lunch.
The chick had a chat with the hen.
Such a rich man sat on the bench.
Chop the branch and munch the chips.
Fetch the cat from the ditch.
Mitch has a patch on his hutch.
Catch it and match it.
The witch had an itch.
Which dog is white and which is red?
The whale is in the sea.
The queen is quick.
Quack, said the duck in the quilt.
The quiz is quick and fun.
I will not quit.
The puppy is happy.
Tipping and hopping are fun.
Daddy has a muddy teddy.
The rabbit is chubby.
The egg is bigger than the peg.
He is hugging his soggy dog.
Mummy is swimming with Sammy.
A bunny had a sunny dinner.
Running is funny, said Penny.
The cherry is on the ferry.
The lady is very happy.
My funny puppy is messy and smelly.
The sheep went to sleep.
We need to keep the seed green.
I can see three bees in the tree.
Feel how deep it is and peep in.
The queen can meet us next week.
The wind had my hat off.
Puff fell off the bed.
A bee can buzz.
Kitty got her mitten wet.
Tell me if you spill it.
Hurry, the bus is at the stop!
Press the bell, Ross.
Toss it to Jess.
Cliff can sniff the hot buns.
The fluff is stuck on my cuff.
Buzz off, you big bug!
The fizz went up my nose.
Sammy has a hammer and a drum.
My sister is up the ladder.
There is a letter under the door.
We had supper after the match.
The river is deeper than the pond.
Go and get the old box.
So we told him, no.
Hold my hand, it is so cold.
Both of us want to go.
She said that he is shy.
He will be with me and we will sing.
Be kind to me and I will be kind to you.
The rain fell on the train.
Wait for me at the gate, Gail.
The snail left a trail on the wall.
His tail hurt, and the pain made him wail.
I will paint the chain red.
We play with clay on Sundays.
May I stay up late?
Ray has to pay for the tray.
This is the way to the bay.
The boat can float on the moat.
A goat ate my toast.
Joan got soap on her coat.
A toad sat in the road and croaked.
The moon is up.
I dropped my spoon in the pool.
It is cool in the school hall.
Sweep the room with this broom.
Look at this good book.
He took a foot of wood off the end.
The cook shook the wool off her hook.
The car is parked at the farm.
It is dark in the park.
Mark has a scar on his arm.
That star is very far from us.
A thorn stuck in my foot this morning.
There was a storm in the north.
We sort the forks and then the spoons.
The stork is short of corn.
Turn left at the church.
The nurse has hurt her arm.
His hair has a curl in it.
That purse is purple.
The girl has dirt on her skirt.
A bird sat on the third branch.
First stir the pot, then add the milk.
My shirt is too big for me, sir.
The brown cow is down by the gate.
The crowd is here to see the clown.
How did the owl get into the town?
I frown when I am cross.
Shout out loud if you need me.
The mouse ran round our house.
The cloud looked like a big round ball.
I found a pound on the ground.
Boil the egg, but do not spoil it.
We dug in the soil and found a coin.
Come and join us.
That noise is the oil in the pan.
The boy has a new toy.
Roy enjoys a day by the sea.
It will annoy Mum if we are late.
The hawk has straw in its claw.
I saw her draw a paw.
The lawn is wet at dawn.
The light was too bright.
Hold on tight!
It might rain tonight.
He is right, but I am right too.
Sit on that chair and let me comb your hair.
It is fair if we each have one of the pair.
The stairs go up to the top.
I can hear a deer near the trees.
His beard is grey this year.
Have no fear, I am here.
My ears are cold.
Take care on the ice.
We share the last square of the cake.
Do not stare, it scares him.
She made a cake for the game.
The snake slid into the lake.
Jane came late.
Shake the rug and take it back.
Can I ride your bike?
It is time to dine, he said with a smile.
The white kite is mine.
Hide in five, four, three!
I hope you are at home.
The stone broke the pole.
She woke me with the phone.
He wrote a note and put it under a stone.
The cube is cute.
Do not use all of the tube.
I refuse to be rude to him.
June can play a tune on her flute.
These are the last two.
Pete and Eve came in the evening.
We jumped and skipped all day.
She asked if I had helped.
He looked up and kicked the ball.
It rained, so we stayed in.
She smiled and waved at me.
We played until Dad called us.
Give me five!
I have to leave, but I would love to stay.
We live above the shop.
The goose is loose!
A horse stood in front of the house.
Of course it is your purse.
Please close the door.
The cheese is on the table.
Choose one of those.
We dance once a week.
The prince sat by the fence.
There is ice in my juice.
The stage is too large for one.
Put the orange in the fridge.
The cottage is on the edge of the village.
My little apple is in the bottle.
There is a puddle in the middle of the road.
Giggle if I tickle you.
The beetle crawled over the table.
The sky is dry and blue.
Why do babies cry?
I will try to fly my kite.
My shy cat sits by the door.
Find your coat, please.
It was kind of you to mind the child.
The lion is behind the wild grass.
The baby tore my paper.
The lady has a table by the window.
April is a rainy month.
The music was for a human, not for a robot.
Students in uniform walked to the museum.
Clean the beach and we will eat.
Each of us read to the team.
I dreamed that I could speak to seals.
Leave a peach for me, please.
I had bread for breakfast.
My head is heavy, and I am ready for bed.
Spread a feather on the leather.
The weather is better now.
The city is in the centre of the map.
Draw a circle round the face.
I cycle to the cinema twice a week.
A giant can be gentle.
There is magic on the last page.
The giraffe is huge.
The bridge has an edge.
A badger hid in the hedge.
My brother loves honey.
Come in and have some of the other one.
The money is for my mother.
I want to wash my hands.
What was it that you wanted?
The swan swam past a wasp.
The ball fell off the wall.
We all call her small, but she is tall.
We talk as we walk to school.
Draw on the path with chalk.
The field is full of cows.
I believe the thief ran that way.
A piece of cake for each of you, said the chief.
She tried not to cry, and then she dried her eyes.
The pie is on the sill.
In August and in autumn we pick plums.
It was my fault, because I did not pause.
Launch the rocket!
A few of us have a new view.
She threw it and it flew over the wall.
The wind blew and the grass grew.
Is it true that the glue is blue?
Tuesday is due to be wet.
Push the door, do not pull it.
Put the pudding by the bush.
The monkey has the key.
The donkey trotted down the valley.
You should ask if you could.
I would if I could.
My toe went through my sock.
Tomatoes and potatoes grow in our garden.
The soup is for the whole group.
My young cousin is in trouble.
It is enough to touch it, said my cousin.
They will obey if you ask.
Hey, the grey one is mine!
The floor by the door is wet.
Get on board and pick up the oars.
Pour four cups of tea.
Your court is next to ours.
Where is the other pear?
There is no bear here.
She will wear it until it tears.
It was warm, so I was awake until a quarter past nine.
The person in front of me was very certain.
The doctor asked the actor to sit.
My father is calm.
The banana is from my father's garden.
It was a great break.
This steak is for the bear.
The fruit is in the suitcase.
We had juice and biscuits on the cruise.
Eight of the neighbours came.
I thought that you bought it.
She brought it and we fought over it.
My daughter caught the ball.
He taught the naughty puppy to sit.
I took a photo with my phone.
The elephant is in alphabet order.
I know how to knit.
She knelt on one knee and knocked.
He had a knot in his sleeve.
You wrote the wrong word.
Wrap it up and write my name on it.
The lamb can climb the hill.
Comb the crumbs out of your beard.
My thumb went numb.
There was no sign of the gnome.
Who ate the whole pie?
Whose coat is this, and who wants it?
The school choir sang so well that there was an echo.
I have a headache and a stomach ache.
The chef has a new machine.
The train is at the station.
Pay attention to the question.
This is a special place for musicians.
The cake was delicious.
You have my permission to go.
On television there was a programme about treasure.
It is usually a pleasure to measure things.
I saw the scene in science.
The scissors are in the drawer.
Listen to the whistle.
Fasten your coat, said the castle guard.
Guess who the guest is!
We can build a tower with the blocks.
We laugh at things that are rough and tough.
A ghost ate all the spaghetti.
The picture shows nature in winter.
In the future we will have an adventure.
What colour is your neighbour's door?
On Saturday there was a surprise.
The famous actor was nervous.
It is dangerous to be so curious.
The radio is on in the studio.
The system is a mystery to me.
She put the cabbage in the basket with the oranges.
The captain is certain that there is a mountain.
The police have a new machine.
The engine of the bus is old.
Has anybody got any apples?
This is an example for the exam.
It is exactly what I wanted.
The hero was in a serious mood.
My parents were scared for no reason.
I have an opinion, and so do a million others.
Although it was dark, we went on.
The penguin speaks our language.
What a guy to buy such a thing!
What type of style do you like?
The badger dodged under the hedges.
My heart beat fast.
I am sure that there is no sugar in it.
The accident was on the way to soccer.
The height of the tower gave me a fright.
`;

export const SENTENCES: readonly string[] = LINES.split('\n')
  .map((line) => line.trim())
  .filter(Boolean);

/** The sentences as one text, for whatever chooses sentences from texts. */
export const SENTENCE_BANK = { id: 'sentences', title: 'Sentences', text: SENTENCES.join('\n') } as const;
