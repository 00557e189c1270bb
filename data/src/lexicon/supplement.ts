/**
 * What the American dictionary lacks or says too differently for a school that spells the British way.
 * BRITISH borrows a pronunciation from another spelling; PRONUNCIATIONS states one (the first is the
 * likeliest), in the dictionary's phones plus OH for a short o.
 */

/** [spelling, the dictionary spelling with the same sounds]. */
export const BRITISH: readonly (readonly [string, string])[] = [
  ...`colour color;colours colors;coloured colored;colouring coloring;colourful colorful;favour favor;favours favors
favourite favorite;favourites favorites;flavour flavor;flavours flavors;harbour harbor;harbours harbors;honour honor
honours honors;honest honest;humour humor;labour labor;neighbour neighbor;neighbours neighbors;neighbourhood neighborhood
rumour rumor;rumours rumors;armour armor;vapour vapor;behaviour behavior;parlour parlor;odour odor;saviour savior;endeavour endeavor
centre center;centres centers;centred centered;metre meter;metres meters;litre liter;litres liters;theatre theater;theatres theaters
fibre fiber;calibre caliber;lustre luster;meagre meager;spectre specter;sombre somber;kilometre kilometer;kilometres kilometers
centimetre centimeter;centimetres centimeters;realise realize;realised realized;organise organize;organised organized
recognise recognize;recognised recognized;apologise apologize;apologised apologized;memorise memorize;criticise criticize
analyse analyze;paralyse paralyze;catalogue catalog;dialogue dialog;travelled traveled;travelling traveling;traveller traveler
travellers travelers;cancelled canceled;labelled labeled;modelled modeled;jewellery jewelry;marvellous marvelous;woollen woolen
grey gray;greys grays;greyer grayer;plough plow;ploughs plows;ploughed plowed;cheque check;cheques checks;tyre tire;tyres tires
pyjamas pajamas;kerb curb;storey story;storeys stories;draught draft;draughts drafts;defence defense;offence offense
licence license;practise practice;practised practiced;programme program;programmes programs;aeroplane airplane
sceptical skeptical;mould mold;mouldy moldy;moult molt;smoulder smolder;skilful skillful;wilful willful;fulfil fulfill;enrol enroll
instal install;appal appall;doughnut donut;doughnuts donuts;moustache mustache;mummy mummy;manoeuvre maneuver
aluminium aluminum;gaol jail;axe ax;artefact artifact;omelette omelet;yoghurt yogurt;yogurts yogurts;whilst whilst;amongst amongst
disc disk;discs disks;cosy cozy;cosier cozier;nosey nosy;lasagne lasagna;waggon wagon;encyclopaedia encyclopedia;archaeology archeology
gramme gram;counsellor counselor;dreamt dreamt;learnt learned;tranquillity tranquility;pretence pretense`
    .split(/[;\n]/)
    .map((row) => row.trim().split(' ') as [string, string]),
];

/** [spelling, pronunciations likeliest first]. */
export const PRONUNCIATIONS: readonly (readonly [string, readonly string[]])[] = `
mum M AH1 M;mums M AH1 M Z;mummy M AH1 M IY0;mummies M AH1 M IY0 Z;jumper JH AH1 M P ER0;jumpers JH AH1 M P ER0 Z
what W OH1 T|W AH1 T;was W OH1 Z|W AH0 Z;wasn't W OH1 Z AH0 N T;because B IH0 K OH1 Z|B IH0 K AH0 Z;of OH1 V|AH0 V;from F R OH1 M|F R AH1 M
whatever W OH2 T EH1 V ER0;been B IY1 N|B IH1 N;orange OH1 R IH0 N JH|AO1 R AH0 N JH;oranges OH1 R IH0 N JH IH0 Z
forest F OH1 R IH0 S T|F AO1 R AH0 S T;forests F OH1 R IH0 S T S;foreign F OH1 R AH0 N;foreigner F OH1 R AH0 N ER0;coral K OH1 R AH0 L;moral M OH1 R AH0 L
origin OH1 R IH0 JH IH0 N;florist F L OH1 R IH0 S T;historic HH IH0 S T OH1 R IH0 K;porridge P OH1 R IH0 JH;torrent T OH1 R AH0 N T
carry K AE1 R IY0;carries K AE1 R IY0 Z;carried K AE1 R IY0 D;carrying K AE1 R IY0 IH0 NG;character K AE1 R IH0 K T ER0;characters K AE1 R IH0 K T ER0 Z
paris P AE1 R IH0 S;paragraph P AE1 R AH0 G R AE2 F;parachute P AE1 R AH0 SH UW2 T;paradise P AE1 R AH0 D AY2 S;parallel P AE1 R AH0 L EH2 L
caravan K AE1 R AH0 V AE2 N;caravans K AE1 R AH0 V AE2 N Z;caramel K AE1 R AH0 M EH0 L;charity CH AE1 R AH0 T IY0;clarity K L AE1 R AH0 T IY0;parasite P AE1 R AH0 S AY2 T
chocolate CH OH1 K AH0 L AH0 T;chocolates CH OH1 K AH0 L AH0 T S;business B IH1 Z IH0 N AH0 S;evening IY1 V N IH0 NG
wednesday W EH1 N Z D EY0;anything EH1 N IY0 TH IH2 NG;watch W OH1 CH;wash W OH1 SH;want W OH1 N T;wanted W OH1 N T IH0 D;wants W OH1 N T S;wasp W OH1 S P;wasps W OH1 S P S
zebra Z EH1 B R AH0|Z IY1 B R AH0;tomato T AH0 M AA1 T OW0|T AH0 M EY1 T OW2;tomatoes T AH0 M AA1 T OW0 Z;banana B AH0 N AA1 N AH0;bananas B AH0 N AA1 N AH0 Z
dinosaur D AY1 N AH0 S AO2 R;dinosaurs D AY1 N AH0 S AO2 R Z;biscuit B IH1 S K IH0 T;biscuits B IH1 S K IH0 T S;conker K OH1 NG K ER0;conkers K OH1 NG K ER0 Z
rucksack R AH1 K S AE2 K;trousers T R AW1 Z ER0 Z;trainers T R EY1 N ER0 Z;wellies W EH1 L IY0 Z;welly W EH1 L IY0;wellington W EH1 L IH0 NG T AH0 N;plaits P L AE1 T S;plait P L AE1 T
lorry L OH1 R IY0;lorries L OH1 R IY0 Z;nappy N AE1 P IY0;nappies N AE1 P IY0 Z;bin B IH1 N;bins B IH1 N Z;bogey B OW1 G IY0;brolly B R OH1 L IY0;telly T EH1 L IY0
teddy T EH1 D IY0;teddies T EH1 D IY0 Z;granny G R AE1 N IY0;grandad G R AE1 N D AE2 D;grandads G R AE1 N D AE2 D Z;nan N AE1 N;nana N AE1 N AH0;nanny N AE1 N IY0;auntie AA1 N T IY0
daddy D AE1 D IY0;yummy Y AH1 M IY0;crisps K R IH1 S P S;crisp K R IH1 S P;chips CH IH1 P S;sweets S W IY1 T S;lolly L OH1 L IY0;lollipop L OH1 L IY0 P OH2 P;lollies L OH1 L IY0 Z
playtime P L EY1 T AY2 M;lunchbox L AH1 N CH B OH2 K S;whiteboard W AY1 T B AO2 R D;phonics F OH1 N IH0 K S;phoneme F OW1 N IY2 M;grapheme G R AE1 F IY2 M;digraph D AY1 G R AE2 F
trigraph T R AY1 G R AE2 F;numeracy N Y UW1 M ER0 AH0 S IY0;maths M AE1 TH S;rota R OW1 T AH0;hoover HH UW1 V ER0;tadpole T AE1 D P OW2 L;tadpoles T AE1 D P OW2 L Z
ladybird L EY1 D IY0 B ER2 D;ladybirds L EY1 D IY0 B ER2 D Z;hedgehog HH EH1 JH HH OH2 G;hedgehogs HH EH1 JH HH OH2 G Z;badger B AE1 JH ER0;snowman S N OW1 M AE2 N;snowmen S N OW1 M EH2 N
bonfire B OH1 N F AY2 ER0;wheelbarrow W IY1 L B AE2 R OW0;seesaw S IY1 S AO2;jigsaw JH IH1 G S AO2;paddling P AE1 D L IH0 NG;paddle P AE1 D AH0 L;puddle P AH1 D AH0 L;muddle M AH1 D AH0 L
goalkeeper G OW1 L K IY2 P ER0;netball N EH1 T B AO2 L;rounders R AW1 N D ER0 Z;conservatory K AH0 N S ER1 V AH0 T AO2 R IY0;cupboard K AH1 B ER0 D;cupboards K AH1 B ER0 D Z
ant AE1 N T;aunt AE1 N T;half HH AA1 F|HH AE1 F;calf K AA1 F|K AE1 F;laugh L AE1 F|L AA1 F;laughed L AE1 F T|L AA1 F T;laughing L AE1 F IH0 NG|L AA1 F IH0 NG;halves HH AA1 V Z|HH AE1 V Z;calves K AA1 V Z|K AE1 V Z;restaurant R EH1 S T ER0 OH2 N T;restaurants R EH1 S T ER0 OH2 N T S;beautifully B Y UW1 T IH0 F AH0 L IY0;naive N AY0 IY1 V;forever F AO2 R EH1 V ER0;lead L IY1 D|L EH1 D;minute M IH1 N IH0 T|M AY0 N UW1 T;minutes M IH1 N IH0 T S;particular P AA0 R T IH1 K Y AH0 L ER0;several S EH1 V ER0 AH0 L;everything EH1 V ER0 IY0 TH IH2 NG;everyone EH1 V ER0 IY0 W AH2 N;everybody EH1 V ER0 IY0 B OH2 D IY0;everywhere EH1 V ER0 IY0 W EH2 R;bullet B UH1 L IH0 T;cucumber K Y UW1 K AH2 M B ER0;toothbrush T UW1 TH B R AH2 SH;hairbrush HH EH1 R B R AH2 SH;vegetable V EH1 JH IH0 T AH0 B AH0 L;vegetables V EH1 JH IH0 T AH0 B AH0 L Z;cyclone S AY1 K L OW2 N;perfect P ER1 F IH0 K T;palm P AA1 M;calm K AA1 M
says S EH1 Z;said S EH1 D;again AH0 G EH1 N;against AH0 G EH1 N S T;okay OW2 K EY1
peep P IY1 P;peeped P IY1 P T;vet V EH1 T;vets V EH1 T S;yak Y AE1 K;yaks Y AE1 K S;zip Z IH1 P;zips Z IH1 P S;zigzag Z IH1 G Z AE2 G;yap Y AE1 P;yaps Y AE1 P S;quack K W AE1 K;quacks K W AE1 K S
fizz F IH1 Z;fizzy F IH1 Z IY0;buzz B AH1 Z;buzzed B AH1 Z D;buzzing B AH1 Z IH0 NG;fuzz F AH1 Z;huff HH AH1 F;puff P AH1 F;sniff S N IH1 F;sniffed S N IH1 F T;cluck K L AH1 K;squelch S K W EH1 L CH
swish S W IH1 SH;thud TH AH1 D;clang K L AE1 NG;splosh S P L OH1 SH;splish S P L IH1 SH;squish S K W IH1 SH;plod P L OH1 D;plodded P L OH1 D IH0 D;trot T R OH1 T;trotted T R OH1 T IH0 D
tuft T AH1 F T;gulp G AH1 L P;gulped G AH1 L P T;yelp Y EH1 L P;yelped Y EH1 L P T;tug T AH1 G;tugs T AH1 G Z;tugged T AH1 G D;hop HH OH1 P;hops HH OH1 P S;hopped HH OH1 P T;jig JH IH1 G;wag W AE1 G;wags W AE1 G Z;wagged W AE1 G D
twig T W IH1 G;twigs T W IH1 G Z;acorn EY1 K AO2 R N;acorns EY1 K AO2 R N Z;sapling S AE1 P L IH0 NG;saplings S AE1 P L IH0 NG Z;newt N Y UW1 T;newts N Y UW1 T S;moat M OW1 T;croak K R OW1 K;croaked K R OW1 K T
worry W AH1 R IY0;worried W AH1 R IY0 D;hurry HH AH1 R IY0;hurried HH AH1 R IY0 D;courage K AH1 R IH0 JH;tuesday T Y UW1 Z D EY0;saturday S AE1 T ER0 D EY0;sunday S AH1 N D EY0;monday M AH1 N D EY0
thursday TH ER1 Z D EY0;friday F R AY1 D EY0;interesting IH1 N T ER0 AH0 S T IH0 NG;interest IH1 N T ER0 AH0 S T;
one W AH1 N;once W AH1 N S;two T UW1;iron AY1 ER0 N;clothes K L OW1 DH Z;february F EH1 B R UW0 EH2 R IY0;favourite F EY1 V ER0 IH0 T;dialogue D AY1 AH0 L OH2 G;catalogue K AE1 T AH0 L OH2 G
gone G OH1 N;dog D OH1 G;path P AE1 TH;bath B AE1 TH;use Y UW1 Z|Y UW1 S;live L IH1 V|L AY1 V;lives L IH1 V Z|L AY1 V Z;read R IY1 D|R EH1 D;wind W IH1 N D|W AY1 N D;tear T IH1 R|T EH1 R
the DH AH0|DH IY0;a AH0|EY1;been B IY1 N;your Y AO1 R;you're Y AO1 R;our AW1 ER0;were W ER1;there DH EH1 R;they DH EY1;their DH EH1 R;pretty P R IH1 T IY0;people P IY1 P AH0 L
i AY1;wood W UH1 D;moustache M AH0 S T AA1 SH;garage G AE1 R AA2 ZH;herb HH ER1 B;herbs HH ER1 B Z;vase V AA1 Z;yoghurt Y OH1 G ER0 T;yogurt Y OH1 G ER0 T;pyjamas P AH0 JH AA1 M AH0 Z;ate EY1 T
mop M OH1 P;mops M OH1 P S;pram P R AE1 M;satsuma S AE0 T S UW1 M AH0;peg P EH1 G;pegs P EH1 G Z;shin SH IH1 N;shins SH IH1 N Z;hutch HH AH1 CH;raincoat R EY1 N K OW2 T;raincoats R EY1 N K OW2 T S
whizz W IH1 Z;whizzed W IH1 Z D;chirped CH ER1 P T;baa B AA1;oink OY1 NG K;plods P L OH1 D Z;budgie B AH1 JH IY0;budgies B AH1 JH IY0 Z;toucan T UW1 K AH0 N;toucans T UW1 K AH0 N Z;stoat S T OW1 T;stoats S T OW1 T S;vole V OW1 L;voles V OW1 L Z;shrew SH R UW1;shrews SH R UW1 Z
woodlouse W UH1 D L AW2 S;millipede M IH1 L AH0 P IY2 D;millipedes M IH1 L AH0 P IY2 D Z;caterpillar K AE1 T ER0 P IH2 L ER0;caterpillars K AE1 T ER0 P IH2 L ER0 Z;dragonfly D R AE1 G AH0 N F L AY2;limpet L IH1 M P AH0 T;limpets L IH1 M P AH0 T S;emus IY1 M Y UW2 Z;snowdrop S N OW1 D R OH2 P;snowdrops S N OW1 D R OH2 P S
trike T R AY1 K;trikes T R AY1 K S;prams P R AE1 M Z;pushchair P UH1 SH CH EH2 R;rucksacks R AH1 K S AE2 K S;crumpet K R AH1 M P AH0 T;crumpets K R AH1 M P AH0 T S;sultana S AH0 L T AA1 N AH0;sultanas S AH0 L T AA1 N AH0 Z;parsnip P AA1 R S N IH2 P;parsnips P AA1 R S N IH2 P S;beetroot B IY1 T R UW2 T;chickpea CH IH1 K P IY2;chickpeas CH IH1 K P IY2 Z;samosa S AH0 M OW1 S AH0;samosas S AH0 M OW1 S AH0 Z
couscous K UW1 S K UW2 S;aunties AA1 N T IY0 Z;hutches HH AH1 CH IH0 Z;plughole P L AH1 G HH OW2 L;treehouses T R IY1 HH AW2 S IH0 Z;tidies T AY1 D IY0 Z;wobble W OH1 B AH0 L;wobbled W OH1 B AH0 L D;wobbles W OH1 B AH0 L Z;wobbly W OH1 B L IY0;slithered S L IH1 DH ER0 D;igloos IH1 G L UW2 Z;imp IH1 M P;imps IH1 M P S;clank K L AE1 NG K;clanks K L AE1 NG K S;quill K W IH1 L;quills K W IH1 L Z
knead N IY1 D;kneaded N IY1 D IH0 D;wren R EH1 N;wrens R EH1 N Z;foal F OW1 L;foals F OW1 L Z;aeroplane EH1 R AH0 P L EY2 N;aeroplanes EH1 R AH0 P L EY2 N Z;chilli CH IH1 L IY0;chillies CH IH1 L IY0 Z;colouring K AH1 L ER0 IH0 NG;glowworm G L OW1 W ER2 M;gosling G OH1 Z L IH0 NG;goslings G OH1 Z L IH0 NG Z;meerkat M IH1 R K AE2 T;meerkats M IH1 R K AE2 T S;mooed M UW1 D
porpoise P AO1 R P AH0 S;postbox P OW1 S T B OH2 K S;prickle P R IH1 K AH0 L;prickles P R IH1 K AH0 L Z;rickshaw R IH1 K SH AO2;satchel S AE1 CH AH0 L;sparkler S P AA1 R K L ER0;sparklers S P AA1 R K L ER0 Z;tickling T IH1 K L IH0 NG;tortoise T AO1 R T AH0 S;tortoises T AO1 R T AH0 S IH0 Z;trowel T R AW1 AH0 L;ukulele Y UW2 K AH0 L EY1 L IY0;wiggly W IH1 G L IY0;sledge S L EH1 JH;sledges S L EH1 JH IH0 Z
putting P UH1 T IH0 NG;ceremony S EH1 R AH0 M AH0 N IY0;ceremonies S EH1 R AH0 M AH0 N IY0 Z;poem P OW1 AH0 M;poems P OW1 AH0 M Z;poet P OW1 AH0 T;poetry P OW1 AH0 T R IY0;with W IH1 DH|W IH1 TH;without W IH0 DH AW1 T|W IH0 TH AW1 T;within W IH0 DH IH1 N;ordinary AO1 R D IH0 N AH0 R IY0;military M IH1 L IH0 T AH0 R IY0;library L AY1 B R AH0 R IY0;libraries L AY1 B R AH0 R IY0 Z;secretary S EH1 K R AH0 T AH0 R IY0;dictionary D IH1 K SH AH0 N AH0 R IY0;necessary N EH1 S AH0 S AH0 R IY0;imaginary IH0 M AE1 JH IH0 N AH0 R IY0;temporary T EH1 M P AH0 R AH0 R IY0;stationary S T EY1 SH AH0 N AH0 R IY0;legendary L EH1 JH AH0 N D AH0 R IY0;january JH AE1 N Y UW0 AH0 R IY0
sometimes S AH1 M T AY2 M Z;beyond B IH0 Y OH1 N D;wound W UW1 N D|W AW1 N D;tears T IH1 R Z|T EH1 R Z;and AE1 N D|AH0 N D;contract K OH1 N T R AE2 K T;bow B OW1|B AW1;bows B OW1 Z|B AW1 Z;row R OW1;rows R OW1 Z;close K L OW1 S|K L OW1 Z;closes K L OW1 Z IH0 Z;winds W IH1 N D Z|W AY1 N D Z;desert D EH1 Z ER0 T|D IH0 Z ER1 T;deserts D EH1 Z ER0 T S|D IH0 Z ER1 T S;dove D AH1 V|D OW1 V;excuse IH0 K S K Y UW1 Z|IH0 K S K Y UW1 S;uses Y UW1 Z IH0 Z|Y UW1 S IH0 Z;sow S OW1|S AW1;present P R EH1 Z AH0 N T|P R IH0 Z EH1 N T;presents P R EH1 Z AH0 N T S|P R IH0 Z EH1 N T S;object OH1 B JH EH2 K T|AH0 B JH EH1 K T;record R EH1 K AO2 R D|R IH0 K AO1 R D;refuse R IH0 F Y UW1 Z|R EH1 F Y UW2 S;content K OH1 N T EH2 N T|K AH0 N T EH1 N T;separate S EH1 P AH0 R AH0 T|S EH1 P AH0 R EY2 T;choir K W AY1 ER0;pier P IH1 R;kangaroo K AE2 NG G AH0 R UW1;kangaroos K AE2 NG G AH0 R UW1 Z;camera K AE1 M R AH0|K AE1 M ER0 AH0
sounds S AW1 N D Z;grounds G R AW1 N D Z;hounds HH AW1 N D Z;rounds R AW1 N D Z;pounds P AW1 N D Z;bounds B AW1 N D Z;kinds K AY1 N D Z;minds M AY1 N D Z;finds F AY1 N D Z;lands L AE1 N D Z;hands HH AE1 N D Z;bands B AE1 N D Z;ends EH1 N D Z;sends S EH1 N D Z;bends B EH1 N D Z;friends F R EH1 N D Z;ponds P OH1 N D Z;fox F OH1 K S;foxes F OH1 K S IH0 Z;van V AE1 N;vans V AE1 N Z;yes Y EH1 S;no N OW1;dad D AE1 D;dads D AE1 D Z
`
  .split(/[;\n]/)
  .map((row) => row.trim())
  .filter(Boolean)
  .map((row) => {
    const space = row.indexOf(' ');
    return [row.slice(0, space), row.slice(space + 1).split('|')] as const;
  });

/** Words of school and home that neither the dictionary nor the frequency count has, read from their parts. */
export const SCHOOL_WORDS: readonly string[] = `
tidied tidying untidy lunchboxes playtimes bookbag bookbags whiteboards felt-tip scooters dustbin dustbins bedtimes storytime hometime teatime
hedgerow treehouse birdhouse beanbag beanbags paintbrush paintbrushes pencilcase handprint handprints footpath footpaths puddles muddier
bathmat snowballs snowflakes raindrop raindrops hopscotch skipping conkers rockpool rockpools sandpit sandpits windmill windmills
frogspawn spawned tadpole mudbank riverbank riverbanks foxglove foxgloves nutshell beehive beehives crosspatch pinecone pinecones
hilltop hilltops shipyard quacking quacked croaking splashing splashed squelching squelched swishing sploshed zipped unzipped zipping
`
  .split(/\s+/)
  .filter((word) => /^[a-z]+$/.test(word));
