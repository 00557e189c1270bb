/** Sentences readable from about step 32 to 99 of an order of forty. A line a sentence. */
export const longerWords = `
I am eight.
How much do you weigh?
They pulled the sleigh over the snow.
Eighty people came.
The box weighs a lot.
Write it on the board.
The lion gave a roar.
We rowed with one oar.
I can ride a skateboard.
Jump aboard!
The lions roared.
The box is made of cardboard.
My nephew is three.
There is a newt in the pond.
Two newts sat on a stone.
My nephews are twins.
The sea is calm.
The palm tree is tall.
Keep calm.
I have a cut on my palm.
It was a calm evening.
I drank some juice.
Dad has a new suit.
We ate fruit for lunch.
The suitcase is heavy.
The plums are juicy.
They went on a cruise.
He put the fruits in a bowl.
The fluid is blue.
He was eighteen in May.
The freight train has eight trucks.
The baby's weight is on the card.
Either you or I will go.
I believe neither of them.
It is cool in the school hall.
We talk as we walk to school.
The school choir sang so well that there was an echo.
I have a headache and a stomach ache.
Guess who the guest is!
The famous actor was nervous.
The radio is on in the studio.
Has anybody got any apples?
The hero was in a serious mood.
He was nervous on the stage.
She brought her dog to school.
We could not see it anywhere.
The heroes came home.
The guide took us up the hill.
She plays the guitar.
The guard is at the gate.
We have a guest for dinner.
The guests are late.
The guide guessed the way.
The radio is too loud.
We went home in a taxi.
She plays the piano.
He was serious about it.
It is easier to swim than to run.
Anybody can do it.
It can be anywhere.
Many of us walk to school.
We saw a famous actor.
It is dangerous to run here.
I was nervous about the test.
She was jealous of the kitten.
The giant was enormous.
He is a hero.
It is zero degrees today.
She is serious.
The cereal is in the bowl.
My hero is my gran.
The book is one of a series.
The paint is made of strange material.
I walk to school.
My stomach hurts.
I can hear an echo.
The ship dropped its anchor.
The mechanic mended the car.
I have a headache.
The guy in the shop was kind.
Is there anywhere to sit?
Sit on that chair and let me comb your hair.
The lamb can climb the hill.
Comb the crumbs out of your beard.
My thumb went numb.
I saw the scene in science.
We laugh at things that are rough and tough.
The system is a mystery to me.
My parents were scared for no reason.
I have an opinion, and so do a million others.
She will climb the wild hill.
It was a bad scene on the stage.
I did a magic trick in the gym.
There are a million stars.
I cried when I cut the onion.
In my opinion it is too hot.
She is a brilliant swimmer.
My dog is a good companion.
The stallion ran across the field.
Onions grow in the ground.
We do PE in the gym.
It is a mystery.
The crystal is pink.
I put syrup on my porridge.
Her bicycle has a bell.
There is a system to it.
The joke made me laugh.
The path was rough.
The meat was tough.
We laughed all day.
My parents are at work.
The film was scary.
That is a quiet area.
They are sharing the cake.
He was staring at me.
She is caring for a bird.
The dog is daring.
The lamb is asleep.
Climb up the ladder.
Comb your hair.
I hurt my thumb.
Drop the crumbs for the birds.
My hands are numb.
The lambs run in the field.
It is a scene from the play.
I like science.
My muscles hurt.
The scientist looked at the moon.
The rose has a sweet scent.
It is a fascinating film.
We did gym in the hall.
Grandpa has blue pyjamas.
The sea was rough enough.
There was no sign of the gnome.
The picture shows nature in winter.
In the future we will have an adventure.
On Saturday there was a surprise.
The engine of the bus is old.
This is an example for the exam.
It is exactly what I wanted.
The engine is on the stage.
The statue has lost its nose.
What a surprise!
See you on Saturday.
The plant will survive the cold.
He had an injury to his leg.
We ate hamburgers.
I was surprised to see him.
It is natural to be shy.
I drew a picture of the sea.
The creature hid in the reeds.
It was a great adventure.
We love nature.
There is new furniture in the hall.
In the future I will be a vet.
The temperature is low.
That is exactly right.
We have an exam today.
For example, a bat can fly.
They examine the egg.
The exact time is six.
Do unicorns exist?
I take the medicine with milk.
The engine will not start.
Imagine a house of glass.
She lives opposite the park.
It is definitely mine.
Read the sign.
The gnome is in the garden.
The dog will gnaw the bone.
She can design a dress.
I was bitten by a gnat.
Sign your name here.
Two gnomes sat by the pond.
The person in front of me was very certain.
This is a special place for musicians.
The cake was delicious.
It is usually a pleasure to measure things.
Listen to the whistle.
Fasten your coat, said the castle guard.
We can build a tower with the blocks.
The captain is certain that there is a mountain.
Although it was dark, we went on.
It is unusual to see snow in May.
The dinner was delicious.
It was a pleasure to see you.
Measure the table.
The treasure is in the cave.
The castle is on a hill.
He blew his whistle.
Fasten your belt.
The leaves rustle in the wind.
She can whistle a tune.
It is a special day.
He is a magician.
The musician has a drum.
The ring is precious.
It is especially cold today.
The electrician mended the lamp.
The captain is on the ship.
We walked up a mountain.
Shut the curtains.
The fountain is in the park.
I am certain of it.
That is a bargain.
The mountains have snow on them.
I made some dough.
He came, though it was late.
I ate a doughnut.
Although it was cold, we swam.
The dough is sticky.
It looks as though it will rain.
She made doughnuts for us.
We build a den.
The building is tall.
He built a wall.
A builder came to mend the roof.
I have a photo album.
They are building a school.
We built a house of cards.
The buildings are old.
As usual, he was late.
They found treasure on the beach.
It is unusual to see a fox.
I measured the room.
She can whistle and hum.
What a guy to buy such a thing!
What type of style do you like?
The accident was on the way to soccer.
I want to buy a hat.
She is buying some bread.
The buyer came to look at the car.
He buys a paper every day.
Can we buy an ice cream?
The police came to help.
I read it in a magazine.
There are sardines in the tin.
We jumped on the trampoline.
The submarine is under the sea.
She ate a tangerine.
I have the hiccups.
We play soccer in the park.
I do not like broccoli.
The raccoon is in the bin.
He was accused of it.
On this occasion he was right.
It is a sphere of glass.
There was a good atmosphere at the match.
She was sincere.
We watch television.
It was a hard decision.
There was an explosion.
I have two televisions.
There was confusion in the hall.
It was a special occasion.
They had an invasion of ants.
I can type my name.
The car has a flat tyre.
She has her own style.
What type of dog is it?
We put new tyres on the bike.
The police station is in the city.
The buyers came by car.
Do not buy that.
The magazine is on the shelf.
The trampoline is wet.
It is severe weather.
Here is the sphere.
We are sincere.
I like the style of that tyre.
Eight of the neighbours came.
The chef has a new machine.
A ghost ate all the spaghetti.
What colour is your neighbour's door?
She put the cabbage in the basket with the oranges.
The police have a new machine.
My heart beat fast.
My neighbour has a dog.
Our neighbours are kind.
He is the best character in the book.
Sing it with the right rhythm.
Blue is my favourite.
The machine makes a noise.
My poem has a rhyme.
The rhymes are funny.
What colour is it?
That is my favourite colour.
The boats are in the harbour.
My neighbour has a cat.
The soup has a good flavour.
He has a sense of humour.
My heart beats fast.
I know it by heart.
They had a hearty lunch.
Draw two hearts.
She has a warm heart.
He laughed a hearty laugh.
Their hearts were full.
I put a bandage on it.
We had sausages for tea.
He has courage.
The oranges are sweet.
The villagers came to help.
The ghost is in the attic.
We had spaghetti for tea.
I like yoghurt.
There were ghosts in the story.
It was a ghastly day.
The ghostly light went out.
The chef made soup.
He came down by parachute.
There is a chute for the letters.
The machines are loud.
The chefs wear white hats.
The rhino is big.
Clap to the rhythm.
We grow rhubarb.
The two words rhyme.
I wrote a rhyming poem.
Rhinos live in Africa.
I like the rhythm of the song.
I saw a police van and a machine.
It rhymes with time.
The ghost ate my spaghetti.
I put yoghurt on my fruit.
A badger hid in the hedge.
You have my permission to go.
The penguin speaks our language.
The badger dodged under the hedges.
I am sure that there is no sugar in it.
The height of the tower gave me a fright.
There is sugar in the tea.
I am afraid of heights.
He grew to a great height.
The penguin slid on the ice.
I speak two languages.
Penguins can swim.
She persuaded me to go.
The jaguar is a big cat.
What language is that?
There is sugar in the bowl.
The doughnut is sugary.
I do not take sugar.
He is on a mission to the moon.
You need permission to go in.
She had a sad expression.
The missions went well.
Mum gave me permission.
The admission is free.
They had a discussion.
The badger came out at night.
There are hedges by the road.
I lost two badges.
It is a useful gadget.
Do not fidget.
The bridges are old.
The badgers dig at night.
A sugar lump is in the jar.
The penguins looked at us.
The jaguar ran past the penguin.
His language is polite.
A sad expression was on his face.
What is the height of the door?
The heights of the hills are on the map.
At that height it is cold.
We dance once a week.
The city is in the centre of the map.
The giraffe is huge.
She tried not to cry, and then she dried her eyes.
In August and in autumn we pick plums.
A few of us have a new view.
We had juice and biscuits on the cruise.
Pay attention to the question.
On television there was a programme about treasure.
The scissors are in the drawer.
It is dangerous to be so curious.
A sly fly is by my eye.
Twelve wolves live in the hills.
Squeeze the tube from the end.
The giraffe is as tall as a house.
Ginger is hot on the tongue.
I have a question for you.
Drink the juice once a day.
In autumn the leaves fall.
You are welcome to come in.
Put the cushion on the chair.
Grandpa has a moustache.
The reindeer pulled the sleigh.
What is the best route?
The poor dog is wet.
I guessed the answer.
I had pizza for tea.
I am curious about the box.
Can anyone hear me?
The poor bird looked anxious.
He has a bad cough.
She coughed in the night.
The scissors are sharp.
The pizza is delicious.
Dad has a moustache.
The height of the wall is two metres.
I saw a giraffe at the zoo.
Who lost a shoe?
A leopard has spots.
The yacht has a red sail.
I have not met anyone.
`;
