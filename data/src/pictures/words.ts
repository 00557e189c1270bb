/** Words that a child names at once from a picture, and the icon of the picture set that shows each. */
export const PICTURED: Readonly<Record<string, string>> = Object.fromEntries(
  `ant apple=red-apple arm=flexed-biceps bag=handbag ball=soccer-ball banana bat bear bed bee=honeybee bell bike=bicycle bin=wastebasket bird boat=sailboat
bone book=closed-book boot=womans-boot box=package boy bread brick brush=paintbrush bug bus butter butterfly cactus cake=birthday-cake camel camera
can=canned-food candle cap=billed-cap car=automobile carrot castle cat chair cheese=cheese-wedge chick=hatching-chick clock=mantelpiece-clock cloud
coat coin corn=ear-of-corn cow crab crown deer dog dolphin door dragon dress drum duck eagle ear egg elephant eye
feather fire fish flag=white-flag flower=blossom flute fly foot fork=fork-and-knife fox frog ghost giraffe girl glass=glass-of-milk gloves goat goose grapes
guitar hammer hand=raised-hand harp hat=top-hat hedgehog hook horse house hut ice jar jeans jug=milk-jug kangaroo key kite knife=kitchen-knife
ladder lamp=desk-lamp leaf=fallen-leaf leg lemon lion lip=mouth lizard lobster lock=locked log=wood magnet map=world-map
monkey moon=full-moon mouse=mouse-face mushroom nest=nest-with-eggs net=goal-net nose nut=chestnut onion owl ox
panda parrot peach pear pen pencil penguin pie pig pin=safety-pin pizza plane=airplane plant=potted-plant plug=electric-plug pot=pot-of-food
potato queen=princess rabbit rain=cloud-with-rain rainbow ram rat ring robot rock rocket rose ruler=straight-ruler saw=carpentry-saw scarf scissors seal
shark sheep=ewe shell=spiral-shell ship shirt=t-shirt shoe=running-shoe skate=ice-skate skunk sled sloth snail snake snow=snowflake soap sock=socks spider
spoon squid star strawberry sun swan teapot tent tiger tomato tooth tractor train trap=mouse-trap tree=deciduous-tree
trumpet turkey turtle umbrella van=minibus vest=safety-vest volcano watch wave=water-wave web=spider-web whale wheel window wing wolf worm zebra
pumpkin=jack-o-lantern basket bucket broom thread needle=sewing-needle sponge plate=fork-and-knife-with-plate kiwi=kiwi-fruit pancake=pancakes sandwich biscuit=cookie slide=playground-slide
piano=musical-keyboard school tulip sunflower beetle badger beaver donkey`
    .split(/\s+/)
    .map((entry) => {
      const [word, icon] = entry.split('=') as [string, string?];
      return [word, icon ?? word];
    }),
);
