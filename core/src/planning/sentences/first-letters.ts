/** Sentences readable from about step 3 to 14 of an order of forty. A line a sentence. */
export const firstLetters = `
A man sits on a mat.
Sam sat on a tin.
Pat sits and naps.
Nan sips from a pot.
Dan sat on the sand.
Sid ran to Dad.
I am at the top.
Mim lost the mop.
Fran lifts a flat lid.
Tim is in a tent.
The pan is on the mat.
A pin is in the tin.
The cat is on the mat.
Dad pats the cat.
A cat ran to the tap.
The top is in the pot.
Stop the cat!
Dad can mop the mat.
A pin is on top of the mop.
Tom spins the top.
The mop is in the pot.
A fin is on the raft.
If it is flat, lift it.
The wind went west.
Win swims in the wet.
The pot is not hot.
The dog did not sit.
Mel has a red pen.
Ten men sat on a log.
The hen is in the pen.
Get the pen, Meg.
The pet hid in the hat.
He has his hand on the pot.
The man had a ham.
Rod got a big rod.
Ben had a bad leg.
The bag is on the bed.
We go to the vet in a van.
The vet can help the cat.
Vic has a vest on.
The hen hid in his hat.
Viv is a vet.
Vic has a vast vest.
Viv sat in the van.
Wes has a wet wig.
A web is wet in the wind.
Wag is a wet dog.
Twist the twig.
The bug ran up the rug.
The sun is up and it is hot.
Run to the hut, Gus!
The pup had fun in the sun.
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
A kid had milk in a cup.
Ken skips at a desk.
Kim had a silk kilt.
The kid had milk.
Ask Kim to skip.
Ken is on a kid's mat.
Hal hums in the hut.
A vivid red van is in the mud.
Max can fix the box.
The fox is next to the ox.
Get the wax from the box.
An ox is in the box.
Six men sat next to Max.
A fox got in the sandbox.
Jim has a big jug.
Jen has jam on a job.
Jog to the jam.
Jeb has a job.
Just jump, Jim!
Zip the red bag up.
Zed zips up the bag.
Zak has a zip on his bag.
Yan has a big yam.
The pup yaps at the yak.
Yes, you can get up.
The yam is in the pan.
A yak is as big as a van.
Zed ran in a zigzag.
The rug has a zip in it.
The cup fell in the mud.
A duck can sit in the mud.
Kim can kick it to Ken.
Will Bill sell the bell?
The hen is on the hill.
The dress is a mess.
It is less hot in the grass.
The duck is in the dock.
Pick up the sock and the brick.
Nick got stuck in the muck.
The ship went to the shop.
Shut the shed and get a dish.
Josh will brush his dog.
The cash fell on the shelf.
We rush to the bus with a crash.
Sing a song with us.
The king has a ring on.
Bring the long string.
Hang it up on a peg.
The moth is on the cloth.
With a thud, the thing fell.
Tell me if you spill it.
Press the bell, Ross.
Toss it to Jess.
He will be with me and we will sing.
Pam is at the mill.
A lot of moss is on top.
Fin fed the fish.
Hop to the hill.
A yak can yell.
The king sings a long song.
Bring the string.
The bell will ring and ring.
Hang the ring on a string.
The ship is in the wind.
A fish can splash.
Shut the shed.
The shop sells fish.
Wish on a shell.
I brush the dish.
The moth is thin.
The cloth is thick.
Beth has a thin cloth.
The path is thick with mud.
Ten thin moths sat on a thick cloth.
I miss the mess.
Tess will kiss Jess.
Less fuss, Ross.
The glass is on the moss.
Press the glass.
Jack has a black sock.
The duck is stuck in the muck.
Pick up the brick.
Kick the rock back.
Bill fell on the hill.
Sell the bell.
Fill the well till it spills.
You can sit with me.
She has ten toes.
The exit is at the back.
The zip is stuck.
My bag has a zip and a flap.
Mum has a thin ring.
Fill the cup and do not spill it.
I think the ink is pink.
The sink is next to the tank.
Hank can wink and blink.
This is the path to the bath.
That is my thick hat.
Daddy has a muddy teddy.
Hurry, the bus is at the stop!
A kid sat next to the sink.
I think it is the fifth moth.
Sorry, the ferry has left.
Carry the berry jam.
Daddy has a muddy hat.
Frank drinks pink milk.
The tank sank.
I think it stinks.
Hank will thank the bank.
Wink at the pink pig.
Add the odd sock.
Dad is nodding in bed.
The dog is with them.
This is the best hat.
They sat with us.
I ran, and then I fell.
We are sitting on the step.
I am getting wet.
She is cutting the string.
The muddy pup ran to Dad.
The bed has red bedding.
The wedding was in a tent.
The chick had a chat with the hen.
Such a rich man sat on the bench.
Chop the branch and munch the chips.
Quack, said the duck in the quilt.
The quiz is quick and fun.
I will not quit.
The puppy is happy.
Tipping and hopping are fun.
Running is funny, said Penny.
The cherry is on the ferry.
My funny puppy is messy and smelly.
The wind had my hat off.
Puff fell off the bed.
Cliff can sniff the hot buns.
The fluff is stuck on my cuff.
A puppy is happy and muddy.
Chip has a chin.
The chick is on the bench.
Chuck is a champ.
Check the chest.
Quick, the duck will quack!
The quilt is on the bed.
Puff up the fluff.
Sniff the muffin.
The staff are off.
Ann is running.
Jenny is winning.
Dennis cannot stop running.
The penny is in the tin.
What was in the bag?
I would like a drink.
The happy puppy ran to us.
My granny is funny.
Sit with him on the bench.
When can I go?
Which hat is best?
The whip went crack.
The duck said quack.
The stuff is in the box.
She is spinning a top.
I am clapping my hands.
The tap is dripping.
We can be as quick as he is.
Fetch the cat from the ditch.
Mitch has a patch on his hutch.
Catch it and match it.
The witch had an itch.
The rabbit is chubby.
He is hugging his soggy dog.
Mummy is swimming with Sammy.
Buzz off, you big bug!
Mix six eggs in the box.
She has a shell in her fist.
Mummy is in a hurry.
Whisk the eggs.
Fetch the hutch.
Patch up the hatch.
Match the socks.
The witch has a stitch.
A soggy egg is on the rug.
The dog is digging.
Tommy is drumming.
Bobby is rubbing the rabbit.
We are hopping on one leg.
I am digging a pit.
An egg fell off the step.
We are swimming in the pond.
Mum is humming.
My drink has a lot of fizz.
The rug has fuzz on it.
The rabbit hid in the grass.
I am rubbing the spot.
The crab is grabbing my net.
The wobbly shelf fell.
Beth has three thin rings.
This dog is bigger than that dog.
The queen is quick.
The egg is bigger than the peg.
A bunny had a sunny dinner.
The sheep went to sleep.
We need to keep the seed green.
I can see three bees in the tree.
The queen can meet us next week.
A bee can buzz.
Sammy has a hammer and a drum.
My sister is up the ladder.
We had supper after the match.
The river is deeper than the pond.
Go and get the old box.
So we told him, no.
Hold my hand, it is so cold.
The rain fell on the train.
I will paint the chain red.
The kitty is sleepy.
Matt is getting better.
Pepper is in the supper.
Swimming in summer is fun.
Simmer the plums.
A fuzzy bee will buzz.
My sister is better.
Winter is never as hot as summer.
An otter is in the river.
The old man told us so.
It is so cold.
Roll the gold ring.
Rain, rain on the train.
I paint the rail.
See the green tree.
I need to sleep.
Keep the weeds.
A bee is in the tree.
Meet me at the sheep pen.
He can see me.
There is a bee in here.
Come here.
Here is your hat.
Here they come!
The wheel is stuck.
What can you see?
A quick fox ran past the queen.
The runner is winning.
The puppy is sleeping on the rug.
The dog is wagging its tail.
My bag is bigger.
The bee will buzz off.
Winter is here.
The letter is from my sister.
The gold ring is so old.
I told him to hold on.
The snail left a trail.
She and he went to see me.
There you are!
Here comes the bus.
Both of us want to go.
The car is parked at the farm.
It is dark in the park.
Mark has a scar on his arm.
That star is very far from us.
Shout out loud if you need me.
I found a pound on the ground.
She asked if I had helped.
Clean the beach and we will eat.
Each of us read to the team.
A cherry is in the jar.
Do not go without this.
Adding up is easy.
Shout out loud.
The cloud is round.
The ground is round.
The car is in the barn.
Hard bark is on the tree.
Mark has a dark scarf.
Park the car in the yard.
Eat the peach.
The sea is clean.
Each of us can read.
The team had a treat.
A seal is on the beach.
The dog jumped up.
I picked a plum.
We packed a bag.
The cat licked the dish.
Mum hopped and skipped.
We have the best seat, so give it a go.
Where is my hat?
She is a great swimmer.
They went to the park.
The wheat is in the shed.
He kicked a can and jumped.
Over there, where the trees are.
She had a wish for fish.
Thank you for the drink.
Chips and fish for lunch.
Feel how deep it is and peep in.
We play with clay on Sundays.
Ray has to pay for the tray.
This is the way to the bay.
The moon is up.
I dropped my spoon in the pool.
Sweep the room with this broom.
There was a storm in the north.
We sort the forks and then the spoons.
The stork is short of corn.
The crowd is here to see the clown.
I frown when I am cross.
We jumped and skipped all day.
Will went for a swim.
Chop the chips for lunch.
Wait for the snail.
The clay is on the tray.
Kay lay in the hay.
I need food soon.
Zoom to the moon.
The fork is for corn.
A storm is in the north.
Sort the short sticks.
Now the cow is brown.
The clown is in town.
How did it get down?
The owl has a crown.
Bow to the crowd.
Do not forget the bag.
That was a great day.
Who wants to play?
It is a sunny day.
I put butter on the bun.
We wait for the train in the rain.
We need food and a spoon.
The boots are in my room.
The corn is short.
It is a storm from the north.
Do you want to come too?
Look at this good book.
He took a foot of wood off the end.
The cook shook the wool off her hook.
A thorn stuck in my foot this morning.
The light was too bright.
Hold on tight!
He is right, but I am right too.
It rained, so we stayed in.
I dreamed that I could speak to seals.
I would if I could.
`;
