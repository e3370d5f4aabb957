import { descriptorsOf } from '../descriptor';

export const ORCHARD_FRUIT = descriptorsOf('orchard fruit', [
  ['green apple', 'palate', 'fruit green sour fresh juicy sharp', 'Crisp and tart, a bite taken before it is ripe.', 'gooseberry, pear, white grape', 'A slice of a tart green apple, cut at the table.', { also: 'sour apple, cooking apple, malic' }],
  ['red apple', 'both', 'fruit red sweet fresh juicy', 'Sweet, round and a little floral, with little edge.', 'pear, baked apple, green apple', 'A slice of a sweet red apple, skin left on.', { also: 'apple' }],
  ['baked apple', 'both', 'fruit brown sweet cooked', 'Soft, warm apple with its sugar browned.', 'red apple, quince, cinnamon', 'Half an apple baked 30 minutes, cooled.', { also: 'apple pie, stewed apple, apple sauce' }],
  ['pear', 'both', 'fruit green sweet fresh juicy light', 'Soft, watery and sweet with a grain on the tongue.', 'red apple, quince, white peach', 'A slice of a ripe pear.', { also: 'ripe pear' }],
  ['quince', 'both', 'fruit yellow sweet sour cooked', 'Perfumed and firm, between apple and pear, with a rough tart edge.', 'pear, baked apple, quince jelly', 'A teaspoon of quince poached in water with a little sugar.', { also: 'poached quince' }],
  ['quince jelly', 'palate', 'fruit red sweet sticky cooked candied', 'Set, rosy and sweet, quince boiled down.', 'quince, redcurrant, fruit jelly', 'A fingertip of quince jelly.', { also: 'quince paste, quince cheese' }],
  ['medlar', 'palate', 'fruit brown sweet fermented heavy', 'Brown, soft and nearly overripe, like apple left too long.', 'baked apple, date, cider', 'Apple sauce with a little date stirred in stands for it.'],
  ['rosehip', 'both', 'fruit red sour cooked dried', 'Red, tart and a little tomato-like, with hay behind it.', 'hibiscus, cherry tomato, redcurrant', 'One rosehip infusion bag in 200 ml hot water, 5 minutes, cooled.', { also: 'rose hip' }],
  ['gooseberry', 'palate', 'fruit green sour fresh sharp juicy', 'Green, taut and sour with a hairy skin and sweet middle.', 'green apple, white grape, redcurrant', 'One gooseberry, or a teaspoon of gooseberry jam in 30 ml water.'],
  ['white grape', 'palate', 'fruit green sweet fresh juicy light', 'Watery, sweet and clean, a pop and then it is gone.', 'muscat grape, green apple, melon', 'Two green grapes, halved.', { also: 'green grape, grape' }],
  ['muscat grape', 'both', 'fruit green sweet fresh juicy flower', 'Grape with orange flower in it, heady and sweet.', 'white grape, lychee, elderflower', 'A few scented green grapes, or raisins of them soaked warm.', { also: 'muscatel' }],
  ['red grape', 'palate', 'fruit purple sweet fresh juicy drying', 'Dark and sweet with a skin that dries the gums.', 'grape juice, raisin, red wine', 'Two dark grapes, skins chewed.', { also: 'black grape' }],
]);

export const STONE_FRUIT = descriptorsOf('stone fruit', [
  ['peach', 'both', 'fruit orange sweet fresh juicy', 'Soft, sweet and round, down on the skin and juice on the chin.', 'nectarine, apricot, white peach', 'A slice of ripe peach, or tinned peach rinsed of its syrup.'],
  ['white peach', 'both', 'fruit white sweet fresh juicy flower light', 'Peach made of flowers: pale, delicate, quickly gone.', 'peach, lychee, pear', 'A slice of white peach.'],
  ['nectarine', 'palate', 'fruit orange sweet sour fresh juicy', 'Like peach with a smooth skin and a livelier edge.', 'peach, apricot, plum', 'A slice of ripe nectarine, skin left on.'],
  ['apricot', 'both', 'fruit orange sweet sour fresh', 'Velvety, sweet and a little tart, thicker than peach.', 'nectarine, peach, dried apricot', 'Half a ripe apricot, pressed with a spoon.', { also: 'fresh apricot' }],
  ['plum', 'palate', 'fruit purple sweet sour fresh juicy', 'Juicy and dark-skinned, sweet flesh and a tart skin.', 'damson, nectarine, prune', 'A slice of ripe plum with its skin.', { also: 'red plum' }],
  ['damson', 'palate', 'fruit purple sour drying fresh', 'A small wild plum: deep, sour and drying in the skin.', 'plum, sloe, blackcurrant', 'A teaspoon of damson jam in 30 ml warm water.'],
  ['greengage', 'palate', 'fruit green sweet fresh juicy', 'A green plum that tastes of honey.', 'plum, white grape, apricot', 'A slice of ripe greengage, or a yellow plum.', { also: 'green plum' }],
  ['mirabelle', 'palate', 'fruit yellow sweet fresh juicy', 'Tiny yellow plum, honeyed with little acid.', 'greengage, apricot, plum', 'Two mirabelles from a jar, rinsed.', { also: 'yellow plum' }],
  ['sloe', 'palate', 'fruit black sour drying sharp', 'Wild, inky and so drying the cheeks pull in.', 'damson, blackcurrant, black tea', 'A damson skin chewed stands for it.', { also: 'blackthorn' }],
  ['cherry', 'palate', 'fruit red sweet fresh juicy', 'Dark red, sweet and firm with a hint of its stone.', 'sour cherry, plum, blackberry', 'Two ripe cherries.', { also: 'sweet cherry, black cherry' }],
  ['sour cherry', 'palate', 'fruit red sour juicy fresh', 'Bright red and sharp, the cherry of pies.', 'cherry, redcurrant, cranberry', 'Two sour cherries from a jar, rinsed.', { also: 'morello, tart cherry' }],
  ['cherry stone', 'nose', 'nut white bitter dried', 'The bitter, marzipan smell of a cracked stone.', 'marzipan, bitter almond, cherry', 'One drop of almond essence in 100 ml water; smell, do not eat stones.', { also: 'kernel, noyau, cherry pit' }],
]);

export const CITRUS = descriptorsOf('citrus', [
  ['lemon', 'palate', 'fruit yellow sour fresh sharp juicy', 'Straight, clean sourness with a bright smell.', 'lime, grapefruit, lemon zest', 'A teaspoon of lemon juice in 100 ml water.', { also: 'citric' }],
  ['lemon zest', 'nose', 'fruit yellow bitter fresh light', 'The oil of the peel: bright, dry and a little bitter.', 'lemon, bergamot, lemongrass', 'A strip of unwaxed lemon peel, twisted under the nose.', { also: 'lemon peel' }],
  ['candied lemon', 'palate', 'fruit yellow sweet sour candied sticky', 'Lemon peel in sugar, sour turned sweet.', 'lemon zest, lemon curd, candied orange', 'A small cube of candied lemon peel.', { also: 'lemon drop, lemon sweet, lemonade' }],
  ['lemon curd', 'palate', 'fruit yellow sweet sour creamy cooked', 'Lemon made thick and smooth with butter and egg.', 'candied lemon, lemon, custard', 'A fingertip of lemon curd.', { allergens: ['egg', 'milk'] }],
  ['lime', 'both', 'fruit green sour fresh sharp', 'Green, sharp and a little bitter, quicker than lemon.', 'lemon, lime leaf, green apple', 'A teaspoon of lime juice in 100 ml water, and a strip of its peel.', { also: 'lime zest' }],
  ['orange', 'palate', 'fruit orange sweet sour fresh juicy', 'Round, sweet citrus with an easy acid.', 'mandarin, blood orange, orange peel', 'A segment of orange.', { also: 'sweet orange, orange juice' }],
  ['blood orange', 'palate', 'fruit red sweet sour fresh juicy', 'Orange with a berry hidden in it.', 'orange, grapefruit, raspberry', 'A segment of blood orange.', { also: 'red orange' }],
  ['mandarin', 'both', 'fruit orange sweet fresh juicy light', 'Loose-skinned, sweet and perfumed, a lighter orange.', 'orange, kumquat, orange blossom', 'A segment of mandarin, and its peel squeezed under the nose.', { also: 'tangerine, clementine, satsuma' }],
  ['orange peel', 'nose', 'fruit orange bitter fresh', 'The oil of orange skin, warm and a bit bitter.', 'candied orange, marmalade, bergamot', 'A strip of unwaxed orange peel, twisted.', { also: 'orange zest' }],
  ['candied orange', 'palate', 'fruit orange sweet bitter candied sticky', 'Peel cooked in sugar: chewy, sweet, bitter at the end.', 'marmalade, orange peel, candied lemon', 'A small cube of candied orange peel.', { also: 'candied peel' }],
  ['grapefruit', 'palate', 'fruit yellow red sour bitter fresh juicy', 'Big, pink and sour with the bitterness of its pith.', 'pomelo, blood orange, lemon', 'A segment of grapefruit. It acts on some medicines: ask a pharmacist.', { also: 'pink grapefruit' }],
  ['pomelo', 'palate', 'fruit white sweet sour fresh juicy light', 'Mild, watery grapefruit with little bitterness.', 'grapefruit, white grape, lime', 'A segment of pomelo. It acts on some medicines: ask a pharmacist.'],
  ['bergamot', 'nose', 'fruit flower sour fresh light', 'Perfumed, flowery citrus: the scent added to a well-known black tea.', 'lemon zest, orange blossom, black tea', 'A bag of bergamot-scented black tea in 300 ml water, 2 minutes.', { also: 'scented black tea' }],
  ['kumquat', 'palate', 'fruit orange sour bitter fresh sharp', 'Tiny orange eaten whole: sweet skin, sour heart.', 'mandarin, candied orange, orange peel', 'Half a kumquat with its skin.'],
  ['yuzu', 'nose', 'fruit yellow sour fresh flower sharp', 'Mandarin and lemon peel at once, cool and perfumed.', 'mandarin, lemon zest, grapefruit', 'Equal strips of lemon and mandarin peel stand for it.'],
]);

export const BERRIES = descriptorsOf('berries', [
  ['strawberry', 'both', 'fruit red sweet fresh juicy', 'Soft, sweet and red, jammy when ripe.', 'strawberry jam, raspberry, wild strawberry', 'Half a ripe strawberry.'],
  ['wild strawberry', 'nose', 'fruit red sweet fresh flower', 'Small and intense, sugar and hay.', 'strawberry, raspberry, rose', 'A fingertip of wild strawberry jam.', { also: 'woodland strawberry' }],
  ['raspberry', 'both', 'fruit red sweet sour fresh juicy flower', 'Perfumed, sweet and tart at once, soft on the tongue.', 'strawberry, blackberry, redcurrant', 'Two raspberries, or a teaspoon of their jam in 30 ml water.'],
  ['blackberry', 'palate', 'fruit purple sweet sour fresh juicy', 'Dark hedge fruit, sweet with a woody core.', 'mulberry, raspberry, blackcurrant', 'Two blackberries.', { also: 'bramble' }],
  ['mulberry', 'palate', 'fruit purple sweet fresh juicy', 'Like a mild, long blackberry that stains.', 'blackberry, red grape, fig', 'Two mulberries, or dried ones soaked 10 minutes.'],
  ['blueberry', 'palate', 'fruit purple sweet fresh', 'Mild, sweet and a little floral under a dark skin.', 'bilberry, blueberry jam, blackcurrant', 'Three blueberries, crushed.'],
  ['bilberry', 'palate', 'fruit purple sour fresh drying', 'Wild, dark all through and sharper than its garden cousin.', 'blueberry, blackcurrant, sloe', 'A teaspoon of bilberry jam in 30 ml water.', { also: 'whortleberry' }],
  ['blackcurrant', 'both', 'fruit purple black sour fresh juicy sharp', 'Dark and tart with a green, leafy smell.', 'damson, redcurrant, blackcurrant leaf', 'A teaspoon of blackcurrant cordial in 60 ml water.', { also: 'cassis, black currant' }],
  ['redcurrant', 'palate', 'fruit red sour fresh sharp juicy', 'Small, bright and very sour, with pips.', 'cranberry, sour cherry, gooseberry', 'A teaspoon of redcurrant jelly in 30 ml water.', { also: 'red currant' }],
  ['cranberry', 'palate', 'fruit red sour bitter drying sharp', 'Hard red sourness that dries the mouth.', 'redcurrant, lingonberry, pomegranate', 'A tablespoon of unsweetened cranberry juice in 60 ml water.'],
  ['lingonberry', 'palate', 'fruit red sour bitter fresh', 'Cranberry of the north: sour, clean and a little bitter.', 'cranberry, redcurrant, rosehip', 'A teaspoon of lingonberry jam in 30 ml water.', { also: 'cowberry' }],
  ['elderberry', 'palate', 'fruit black cooked sour', 'Cooked, dark and herbal, a winter syrup.', 'blackcurrant, blackberry, red wine', 'A teaspoon of elderberry syrup in 60 ml water; never the raw berry.'],
  ['juniper', 'nose', 'spice fruit black sharp fresh', 'Resinous, bitter berry, forest and gin.', 'pine, black pepper, gin', 'Two juniper berries, crushed and smelled.', { also: 'juniper berry' }],
]);
