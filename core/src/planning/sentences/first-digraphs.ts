/** Sentences readable from about step 14 to 23 of an order of forty. A line a sentence. */
export const firstDigraphs = `
Ron is not on time.
Zoe can zip it.
The letter is for Peter.
Dad cooked eggs.
It rained all day.
We planned a trip.
He grinned and hugged me.
The bell banged.
The pond filled up.
I might sit on the right.
Look at the book.
A good cook took it.
She stood in the wood.
He shook the good book.
The brook is in the wood.
Between us we had ten.
Your hat is on the hook.
I could see the sea.
The sum is in my maths book.
A puff of wind took my hat.
The moon is high.
He filled the jug.
The light is on.
Hold on tight.
My right boot is wet.
She said that he is shy.
Turn left at the church.
Have no fear, I am here.
My ears are cold.
Why did the wheel stop?
The snow is slow.
Show me the yellow bow.
Blow on the window.
Throw it in the snow.
Dear, my ear is clear.
Can you hear the gears?
My sky is dry.
Fly by the sky.
Why did you cry?
The spy is shy.
Turn the turnip.
Church is on Thursday.
I do not know who did it.
Something is under the bed.
Do not tear the book.
They could hear the wind.
I know who did it.
Hey, that is my hat!
I wished for snow.
We turned left and stopped.
The snow is deep.
Show me your yellow hat.
The crow sat on the window.
I hear a sound in my ear.
It is clear and near.
Why is the sky so dark?
Try to cry out.
My turn is next.
He burnt the bun.
The boat can float on the moat.
Joan got soap on her coat.
A toad sat in the road and croaked.
His hair has a curl in it.
Boil the egg, but do not spoil it.
We dug in the soil and found a coin.
Come and join us.
It is fair if we each have one of the pair.
The stairs go up to the top.
Do not stare, it scares him.
More corn for the stork.
Her hair is fair.
A pair is on the stair.
The goat has a coat.
Soap is on the road.
A boat can float.
Load the coal.
The coin is in the soil.
Boil the oil.
Point at the foil.
Take care of the hare.
The square is bare.
We dare not share.
Do you have any milk?
I did not see anything.
The fly is on my dry coat.
We sat on a bench in the fresh air.
There is a chair by the stair.
She has fair hair.
The pair of boots is wet.
Boil an egg.
There is oil on the road.
He lost a coin in the soil.
The foil is on the dish.
Point to the star.
Take care with that glass.
Share the bun with me.
He stared at the bare tree.
The girl has dirt on her skirt.
A bird sat on the third branch.
First stir the pot, then add the milk.
My shirt is too big for me, sir.
Roy enjoys a day by the sea.
The hawk has straw in its claw.
I saw her draw a paw.
The lawn is wet at dawn.
A squid can squirt ink.
The bird is in the dirt.
The girl is first.
A third shirt is on the bird.
She saw a hawk.
The claw is raw.
Draw on the lawn at dawn.
Straw is in the paw.
He will yawn on the lawn.
The boy has a toy.
Joy will enjoy it.
Because it is wet, we stay in.
I was here first.
A bath is on the third step.
I saw a flash of light in the night.
He said we can be first.
The toy is in the box.
She jumped for joy.
We enjoy the sun.
The cowboy has a hat.
Meg met a man at the gate.
The whale is in the sea.
Kitty got her mitten wet.
The fizz went up my nose.
Wait for me at the gate, Gail.
His tail hurt, and the pain made him wail.
May I stay up late?
A goat ate my toast.
The brown cow is down by the gate.
We share the last square of the cake.
She made a cake for the game.
Jane came late.
Shake the rug and take it back.
I hope you are at home.
The stone broke the pole.
My little apple is in the bottle.
There is a puddle in the middle of the road.
Giggle if I tickle you.
You should ask if you could.
Val has a velvet vest.
The ferry is late and Harry is sorry.
Get the bottle of butter.
The puddle is muddy.
Bobby is paddling in a puddle.
The puppet is dripping.
The apple is dropping.
Seven ducks swim in the pond.
The kitten hid in the garden.
Open the tin with a spoon.
Mum fed the chicken in the garden.
It was so sudden that I fell.
He has a hidden den in the garden.
The candle went out in the wind.
A little beetle sat on a pebble.
Uncle put the kettle on.
Mix it in the middle of the bowl.
The puddle is as big as a pond.
I can see a hole in my sock.
Rose woke up at six.
She drove home in the dark.
That joke was so good!
Hold the rope and do not let go.
The dog hid a bone under the stone.
Make a cake for the game.
Jake came late to the gate.
A snake ate the plate of grapes.
Take the same lane to the lake.
The cave is safe and dry.
Jane gave him the name.
The hose is as long as the lawn.
Remember to shut the gate.
Who is at the gate?
You should go to bed.
He goes to bed at seven.
The arrow hit the barrel.
The kitten sat in the pot.
Be quick and quit the game.
I cannot lift the tunnel lid.
The loud sound woke us.
We found a round stone.
The purple scarf is hers.
The dog gave me a scare.
The boys are in the garden.
Anything can happen.
Which dog is white and which is red?
The nurse has hurt her arm.
That purse is purple.
The mouse ran round our house.
It will annoy Mum if we are late.
Can I ride your bike?
It is time to dine, he said with a smile.
The white kite is mine.
Give me five!
I have to leave, but I would love to stay.
The goose is loose!
I will try to fly my kite.
The whale has a white fin.
Gail is afraid.
I found a mouse in the house.
Stay away all day.
Boots for the goose.
The tooth is loose.
Avoid the moist soil.
The children are up and awake.
Do not wobble on that bike.
The pup ran across the road.
I was asleep when the bell rang.
He is afraid of the dark.
I like to ride my bike.
The slide is five steps high.
Mike can hide in the pine tree.
It is time to dive in.
A line of ants went by.
Smile at nine and at ten.
Give me five of the olives.
We live at number twelve.
I have to leave the hive alone.
His sleeve is wet.
Can you solve this for me?
A goose sat on the loose stone.
It makes no sense to run.
Her purse is in the house.
Two more steps to the top!
They talk on the way home.
She is talking to the cat.
Where do you live?
It was the greatest day of my life.
I am sure it is mine.
Surely it is late.
Are you sure?
He surely knows.
That cup is mine.
We add ten and two.
The river is wide and deep.
The nurse has curly hair.
The hare ran across the square.
Do not annoy the cat.
The olive is green.
We live near the sea.
Be kind to me and I will be kind to you.
The snail left a trail on the wall.
The cloud looked like a big round ball.
June can play a tune on her flute.
These are the last two.
Pete and Eve came in the evening.
He looked up and kicked the ball.
We played until Dad called us.
Of course it is your purse.
It was kind of you to mind the child.
The ball fell off the wall.
We all call her small, but she is tall.
The doll fell off the wall.
Catch the ball in the ditch.
She kicked the ball.
Sit along the wall and wait.
Go away and come again at six.
The nurse was kind to me.
A child can find the blind kitten.
The tiger is wild and quick.
I do not mind if you find it first.
Be kind to the child.
The ball went over the wall.
All the tall trees are in a line.
Call the small dog in.
Do not fall off the wall.
Put a bit of salt on it.
The walnut was so small that the jay lost it.
June can play a tune on the flute.
It is rude to shout at him.
The rule is that you wait.
A prune is a dry plum.
The sand dune is as high as the hut.
These are the best of all.
Steve swam with Pete this evening.
Eve is an athlete.
The theme of the party is the sea.
A swan sat in the swamp.
Of course you can come.
She spoke calmly.
There were palms by the beach.
A turnip is in the church hall.
The tube is long.
The brute ate a prune.
The flute is made of wood.
The evening was still.
These boots are mine.
How did the owl get into the town?
That noise is the oil in the pan.
The boy has a new toy.
The snake slid into the lake.
The cube is cute.
Do not use all of the tube.
I refuse to be rude to him.
Choose one of those.
Find your coat, please.
Leave a peach for me, please.
Come in and have some of the other one.
Join in the noise.
The mouse ran into the house.
Please choose a ball.
The cheese is on the plate.
I can hear a noise in the shed.
Raise a hand if you can see me.
Do not tease the cat.
May I use the pen?
The mule will refuse to go.
That is a cute kitten.
The fumes from the van are bad.
Who will go into the shed?
Do not go into the cold pond.
Two dogs ran into the hall.
The lady is very happy.
It might rain tonight.
She smiled and waved at me.
The cheese is on the table.
The beetle crawled over the table.
The lady has a table by the window.
I had bread for breakfast.
My head is heavy, and I am ready for bed.
Spread a feather on the leather.
The weather is better now.
A giant can be gentle.
There is magic on the last page.
The doctor asked the actor to sit.
The hammer is in the hammock.
The ribbon is shabby.
The apple is on the table.
The set is complete.
Today the bottom step is wet.
The second lemon is for Mum.
Put the button on the cotton coat.
The dragon sat on the wagon.
Come with us tomorrow.
We sat together at the lesson.
The ribbon is as red as a carrot.
The baby is asleep on the bed.
A lady sat at the table.
The paper is in the basin.
April is in the spring.
Put a label on the box.
The lazy cat lay on the table.
I will stay until the last train is able to go.
The bread is ready.
My head is as heavy as a stone.
A feather fell on the bed.
The weather is bad, so stay in.
Spread the jam on the bread.
We had breakfast in the meadow.
Her leather bag is heavy.
The giant was gentle with the mouse.
There is danger on the road.
The angel in the play had wings.
The doctor looked at my leg.
The actor forgot his part.
A sailor was on the motor boat.
She saw herself in the mirror.
The visitor had a big hat.
The tractor is stuck in the mud.
Dad is at work in the shop.
I thought of a plan.
The tomato is ripe.
The parrot sat on a barrel.
A carrot is in the barrow.
The drum is in the hammock.
The ribbon is red.
Compete with me in the evening.
The gem is in the box.
The ginger cat sat on the stage.
Work as hard as you can.
Take care on the ice.
Why do babies cry?
The lion is behind the wild grass.
Draw a circle round the face.
I cycle to the cinema twice a week.
I want to wash my hands.
What was it that you wanted?
The swan swam past a wasp.
I believe the thief ran that way.
The train is at the station.
Repair the hair.
The wasp is in the pot again.
The horse is in the next field.
The pilot is behind the van.
That cube of ice is huge.
Excuse me, is this the bus?
The mice are on the ice.
We go to the city on the bus.
There is a nice place to sit.
He rode his cycle round the circle.
Wash your face and hands.
The pencil is on the desk.
The thief ran across the field.
The chief of the camp is tall.
I believe in my team.
The babies are asleep.
The cookies are for the ladies.
The shield is on the wall.
I begin at six.
The cat is behind the shed.
She has a pretty red scarf.
Expect rain in the evening.
I decided to stay in bed.
Pay attention to the man.
`;
