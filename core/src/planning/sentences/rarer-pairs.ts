/** Sentences for pairs that few words have, or few that can be read when the pair is taught. */
export const rarerPairs = `
Wait in the rain.
I can paint a snail.
The drain is full of rain.
A loud shout went round.
We found a pound on the ground.
The hound ran round and round.
Let us pretend.
Dad is being odd.
Stop being sad!
Refill the jug.
We can pretend to swim.
It did not react.
I will refill the pan.
Can she pretend to be a dog?
It was just pretend.
The burger is burnt.
The bag burst.
A turnip is in the church.
The hare had a scare.
Share the square bun.
The boys enjoy the toy.
The child is kind.
Mind the step.
I cannot find my hat.
The blind is up.
I do not mind the wind.
The cute mule sat on a cube.
The gem is red.
Ginger is hot.
The germ is big.
The gems are in the bag.
Father had pasta for lunch.
This type of tyre is wide.
What is the height of that tree?
I do not like heights.
I hope the rope is not broken.
The rope broke.
The apple fell in the puddle.
A beetle sat on the bottle.
My uncle has a kettle.
We live next to twelve olive trees.
She filled the jug.
The deer ran off.
Steer to the left!
Paul has sauce on his chin.
The author had to pause.
I weigh the eight bags.
The radio is on the piano.
The alien got in a taxi.
The champion is happier now.
The audience clapped.
Is that your decision?
The television went off.
There was an explosion of colour.
My vision is good.
It was a surprise for us all.
The engine needs to be cleaned.
The medicine is on the opposite shelf.
Yes, it is a yak.
The yak is wet.
The pup can yap.
Is it a yam yet?
Yes, I can sit still.
Sing a song to me.
The cat ran after the rat.
It is a clever cat.
The camper is wet.
Enter the tent.
The bumper is bent.
The desert is hot.
The clever man had a plan.
After the rain, the mat is wet.
An ant is under the rug.
It is under the bed.
Her hand is under her hip.
Jake ate the cake.
The star is far off.
It is hard to park.
We had five limes.
My kite is fine.
It is five miles to the pond.
A cat ran across the mat.
An adult can help.
I admit it.
A man ran across the land.
I will adapt the plan.
The computer can help humans.
The musician is very special.
The magician has a special hat.
A yak can yelp.
`;
