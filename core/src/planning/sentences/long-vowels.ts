/** Sentences readable from about step 23 to 32 of an order of forty. A line a sentence. */
export const longVowels = `
He is a man of action.
She did not mention the rain.
Which direction is the sea?
I want to watch the swan.
Wash the pan in the pond.
The wasp is in the jam.
Can we swap hats?
Squash the tin and put it in the bin.
She fried ten eggs.
My father is tall.
I have had enough.
Listen to the rain.
I listened to the story.
It happened by accident.
The magic giant had a cage of mice.
There is a nice space for it.
The fiction books are on this shelf.
She did a good action.
The potion is green.
Put lotion on your arms.
The nation has a flag.
Stop at the junction.
The prince sat by the fence.
A piece of cake for each of you, said the chief.
The pie is on the sill.
Tie it tight at night.
The circus has a clown.
My niece had a piece of cake.
The prince had a dance.
A dog ran along the fence.
It is a chance to win.
Mum has an office in the city.
There was silence in the palace.
She has a good voice.
That person has a red hat.
This is her first term at the farm.
The fern grows under the tree.
You have to serve the perfect bun.
A mermaid sat on the rock.
The herbs smell good.
Be careful on the ice.
It is difficult to run in boots.
I suppose he is ill.
The bee sting is painful.
She is helpful at home.
Undo the rope and let it go.
He tried to tie the rope.
The pie is on the table.
I cried when the kite got stuck.
The sheets dried in the sun.
He lied to us and then he cried.
The baby lies on her back.
I hurt my leg on the kerb.
The germ is very small.
I can dance on ice.
The perfect term is short.
Her fern is green.
The herd is in the field.
Her skirt is perfect.
A careful person is helpful.
Until today I was hopeful.
The movie is on at two.
We live above the shop.
A horse stood in front of the house.
April is a rainy month.
The music was for a human, not for a robot.
The money is for my mother.
She threw it and it flew over the wall.
The wind blew and the grass grew.
I know how to knit.
She knelt on one knee and knocked.
He had a knot in his sleeve.
Do not worry, Jerry.
Betty is knitting.
The circus was wonderful.
We saw old coins in the museum.
She moved to the front.
The knight has a sharp knife.
Who is knocking on the wall?
I fell and cut my knee.
The rope has a knot in it.
Gran is knitting a hat.
Turn the knob and go in.
The worm is in the mud.
How do you spell that word?
It is the best place in the world.
My cold got worse in the night.
The old coin is worth a lot.
The worst of the storm is over.
The music is too loud.
A pupil sat at the computer.
Every human needs sleep.
I used the last of the milk.
The unicorn is on the flag.
She has a red uniform.
My mother loves her garden.
My brother won some money.
Next month it will be hot.
The bread is in the oven.
I lost a glove on the bus.
The wind blew the hat off.
She threw the ball over the fence.
The crew ate a pan of stew.
I have a new screw for the shelf.
The bird flew over the sea.
He drew a cat with a pen.
The grass grew after the rain.
We ate tuna in the park.
I thought it was Monday.
Guess who is here!
He drew an imagined land.
My brother is under the bed.
I have a glove.
A word in your ear.
The stage is too large for one.
The field is full of cows.
It was my fault, because I did not pause.
Launch the rocket!
Put the pudding by the bush.
Who ate the whole pie?
The sink is full of ink.
Cabbage is for the rabbit.
The section at the back is full.
There is a large orange in the bag.
The village is on a hill.
I had a message from Gran.
Change your socks.
It was a strange sight.
Put the sponge in the bucket.
The cottage is by the sea.
The early bird is up.
I heard a sound in the night.
She found a pearl in the shell.
We search the earth for worms.
I learn to swim.
He earned ten pounds.
They learned a song.
The author is in his garden.
We launch the boat in August.
There is sauce on my shirt.
It was not my fault.
Paul hauled the net in.
The astronaut is on the moon.
Somebody left the gate open.
I have done my work.
None of us can go.
Sometimes I sleep in a tent.
Push the cart up the hill.
The bull is in the field.
Pull the rope as hard as you can.
The bush is full of birds.
The butcher put it in a bag.
We had plum pudding.
Who ate the whole cake?
The whole class was late.
The whole team was wet.
The cabbage is green.
On average we win.
Mum is putting on her hat.
My tummy is full.
A large gentle dog sat by me.
Early to bed.
I learnt about the earth.
She heard a bird in the early morning.
One day somebody will come.
Some of the eggs are done.
There are none left for Sam.
Something has become stuck.
The whole family came.
He wrote a note and put it under a stone.
The baby tore my paper.
My brother loves honey.
The monkey has the key.
The donkey trotted down the valley.
My young cousin is in trouble.
It is enough to touch it, said my cousin.
You wrote the wrong word.
Wrap it up and write my name on it.
The monkey sat in front of me.
Nothing is as good as honey.
The key is under the mat.
A donkey has long ears.
The monkey sat on the chimney.
The honey is in the jar.
The turkey ran into the yard.
He plays hockey in the yard.
The boat is near the shore.
I can hear Dad snore.
There are more plums in the store.
What was the score?
My leg is sore.
She wore a green hat before lunch.
He tore the map.
Write your name at the top.
I got the sum wrong.
She wrapped the book in paper.
He wrote a note to his sister.
My wrist is sore.
There is a wrinkle in the sheet.
The wren is a small bird.
My cousin is as young as me.
We live in the country.
Do not touch the hot pan.
A couple of birds sat on the wall.
I am in trouble with Mum.
The young dog was no trouble.
He had double the plums.
Tell me the truth.
The ruby ring is lost.
It is cruel to tease a cat.
The student has a book.
The rain will ruin my hat.
That was a super game.
Help yourself to a plum.
The museum is beautiful.
The truth will come out.
Hide in five, four, three!
She woke me with the phone.
Students in uniform walked to the museum.
Draw on the path with chalk.
Pour four cups of tea.
Your court is next to ours.
Where is the other pear?
There is no bear here.
She will wear it until it tears.
I took a photo with my phone.
The elephant is in alphabet order.
Walk about and look for it.
I always walk to the hall.
We walked along the valley.
We walk to the park.
Write it on the wall with chalk.
The bean has a long stalk.
He walked along the beach.
I like to walk in the rain.
There are four of us.
Pour the tea into the cup.
I came fourth in the race.
The court is wet.
Fourteen cows are in the field.
The wizard has a stick.
The lizard sat on a rock.
The dog has a red collar.
A burglar took the ring.
We pick plums in the orchard.
The cellar is dark and damp.
Dad took a photo of me.
The dolphin can jump high.
My phone is in the car.
I know the alphabet.
Phil has won a trophy.
The bear is asleep.
I wear a coat in the cold.
The pear is soft and sweet.
She wears a red hat.
I can bear the cold.
He ate three pears.
I have a few sweets.
A few of us went home.
There were fewer people today.
The lizard ran across the orchard.
Do you have a dollar?
Mustard is hot.
The calendar is on the wall.
It was warm, so I was awake until a quarter past nine.
The banana is from my father's garden.
I thought that you bought it.
She brought it and we fought over it.
The two of us move the bed.
Mum bought me a kite.
The two cats fought.
You ought to be in bed.
He bought some bread.
Can you move the chair?
I did not lose the key.
Can you prove it?
Please remove the lid.
My reading will improve.
Do not lose the ball.
The sun is warm.
We had a warm drink.
I warn you: it is hot.
He ran towards the park.
It is quarter past ten.
You get a reward for that.
The dwarf has a red hat.
I ate a banana.
We had pasta for lunch.
The lava is red hot.
I left it somewhere.
He looked everywhere for it.
There is nowhere to sit.
How many are there?
I will move up for you.
Who can prove that?
My father likes pasta.
There it is, somewhere over there.
Everywhere I go, there is a cat.
Nowhere is as good as home.
The bird has flown somewhere warm.
I can hear a deer near the trees.
Put the orange in the fridge.
The cottage is on the edge of the village.
The bridge has an edge.
It was a great break.
This steak is for the bear.
Whose coat is this, and who wants it?
I hear a deer near.
Whose coat is this?
We walked over the bridge.
The badge is on my coat.
There is a gap in the hedge.
The milk is in the fridge.
I ate the last of the fudge.
The cup is on the edge.
The judge has a wig.
A deer is in the field.
We cheer for the team.
Mum is an engineer.
You have to steer the boat.
I peer into the dark.
She is a volunteer at the shop.
We couldn't find the key.
He wouldn't eat his lunch.
You shouldn't run on the ice.
Do not break the cup.
We had steak for dinner.
It is time for a break.
The stick is breaking.
Whose bag is that?
The deer is near the gate.
To whom do I give it?
Whose are these?
There is a letter under the door.
His beard is grey this year.
Please close the door.
My shy cat sits by the door.
Tuesday is due to be wet.
Push the door, do not pull it.
The soup is for the whole group.
They will obey if you ask.
Hey, the grey one is mine!
The floor by the door is wet.
My daughter caught the ball.
He taught the naughty puppy to sit.
Come and have some soup.
The elephant is grey.
Whoever is last shuts the door.
My daughter is ten.
I caught the ball.
She taught me to swim.
The puppy is naughty.
He caught a fish.
My granddaughter taught me a game.
They caught the last bus.
We argue about the game.
The team came to the rescue.
I need a tissue.
We had a barbecue in the garden.
Continue to the end of the road.
They rescued a cat from the roof.
The ring has no value.
I had soup for lunch.
Our group is in the hall.
The groups sat in a ring.
He had two bowls of soup.
The youth club is open.
The sky is grey.
My dog can obey me.
They have a grey cat.
The owl looked for its prey.
He obeyed the rules.
Shut the door.
The cat is on the floor.
We play indoors when it rains.
I heard the doorbell.
She sat outdoors in the sun.
The doors are locked.
I sniff the soup.
The rude man shut the door.
The soup is too hot.
You are in my group.
There is ice in my juice.
The sky is dry and blue.
Is it true that the glue is blue?
My toe went through my sock.
Tomatoes and potatoes grow in our garden.
Get on board and pick up the oars.
My father is calm.
The fruit is in the suitcase.
My nephew has a toy elephant.
Grandma has a blue coat.
I hurt my toe.
We had potatoes for dinner.
Stand on tiptoe to see.
The tomatoes are ripe.
I can see a spider on the ceiling.
Neither of us is ill.
You can have either one.
I received a letter.
The ceiling is high.
Neither dog can swim.
She was receiving a prize.
The sky is blue.
Is it true?
I need some glue.
That is a good clue.
Sue has a blue coat.
He glued the cup.
`;
