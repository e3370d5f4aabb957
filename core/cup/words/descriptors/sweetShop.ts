import { descriptorsOf } from '../descriptor';

export const SWEETS = descriptorsOf('sugars and sweets', [
  ['wine gum', 'palate', 'sugar fruit red sweet candied sticky', 'Firm, chewy fruit without a name, a little winy.', 'fruit jelly, sour gum, hard sweet', 'Half a fruit gum.', { also: 'chewy sweet' }],
  ['sour gum', 'palate', 'sugar fruit green sour sweet candied sticky', 'Sugared outside, sharp at once, then chewy and sweet.', 'wine gum, sherbet, green apple', 'Half a sour gum.', { also: 'sour gummy, sour sweet' }],
  ['barley sugar', 'palate', 'sugar orange sweet candied', 'Clear amber twist, plain sugar with a breath of lemon.', 'hard sweet, honey, burnt sugar', 'A splinter of barley sugar.'],
  ['aniseed drop', 'palate', 'sugar spice red sweet candied', 'Hard and sugary first, then anise all the way through.', 'anise, liquorice sweet, hard sweet', 'An aniseed drop.', { also: 'aniseed ball' }],
  ['liquorice sweet', 'palate', 'sugar black sweet salty sticky candied', 'Black, chewy and sugared, salt at the end.', 'liquorice, molasses, aniseed drop', 'A piece of soft liquorice; not many with high blood pressure.', { allergens: ['gluten'], also: 'licorice candy' }],
  ['violet sweet', 'both', 'sugar flower purple sweet candied powdery', 'Perfumed, chalky and purple.', 'violet, iris, icing sugar', 'A violet sweet.', { also: 'violet candy' }],
  ['peppermint cream', 'palate', 'sugar herb white sweet cooling creamy', 'Soft sugar paste that cools as it melts.', 'mint, icing sugar, eucalyptus', 'A crumb of a soft peppermint sweet.', { also: 'mint sweet' }],
  ['rose jelly', 'both', 'sugar flower red sweet sticky powdery', 'Soft, dusted cubes, all rose water and sugar.', 'rose, icing sugar, fruit jelly', 'A cube of rose jelly.', { also: 'lokum, rose sweet' }],
  ['jelly bean', 'palate', 'sugar fruit sweet candied', 'A thin shell, then soft sugar with some fruit in it.', 'wine gum, hard sweet, bubblegum', 'Two jelly beans.'],
  ['honeycomb toffee', 'both', 'sugar yellow sweet bitter candied light', 'Airy, brittle and golden, sugar caught just before it burns.', 'burnt sugar, toffee, honey', 'A crumb of honeycomb toffee.', { also: 'cinder toffee' }],
  ['sugared almond', 'palate', 'sugar nut white sweet candied', 'A hard sugar shell over a dry, milky nut.', 'almond, nougat, praline', 'One sugared almond.', { allergens: ['nuts'], also: 'burnt almond' }],
  ['toffee apple', 'both', 'sugar fruit red sweet sour candied', 'Brittle red sugar, then cold sour apple.', 'red apple, toffee, burnt sugar', 'A slice of red apple dipped in caramel.', { also: 'candy apple' }],
]);

export const SODAS = descriptorsOf('drinks and ferments', [
  ['orange soda', 'palate', 'drink orange sweet fizzy sour', 'Bright, sweet and prickly, orange by colour more than by fruit.', 'mandarin, orange, sherbet', 'A tablespoon, gone flat.', { also: 'orangeade' }],
  ['lemon soda', 'palate', 'drink yellow sour sweet fizzy fresh', 'Sharp, sweet and clear, a cold bottle in summer.', 'lemon, sherbet, tonic water', 'A tablespoon, gone flat.', { also: 'lemon lime soda' }],
  ['grapefruit soda', 'palate', 'drink yellow sour bitter sweet fizzy', 'Sweet and sharp with a bitter end.', 'grapefruit, tonic water, pomelo', 'A tablespoon, gone flat; not with some medicines.'],
  ['cherry soda', 'palate', 'drink red sweet fizzy candied', 'Red, sweet and almondy, more syrup than fruit.', 'cherry, cola, wine gum', 'A tablespoon, gone flat.', { also: 'cherry cola' }],
  ['apple soda', 'palate', 'drink green sweet sour fizzy fresh', 'Crisp apple juice with bubbles.', 'green apple, cider, sparkling wine', 'A tablespoon, gone flat.', { also: 'apple spritzer' }],
  ['cream soda', 'palate', 'drink white sweet fizzy creamy', 'Vanilla and sugar, soft for something that prickles.', 'vanilla, root beer, marshmallow', 'A tablespoon, gone flat.'],
  ['elderflower soda', 'both', 'drink flower white sweet fizzy fresh', 'Blossom, lemon and sugar with fine bubbles.', 'elderflower, lemon soda, muscat grape', 'A teaspoon of elderflower syrup in 60 ml sparkling water.', { also: 'elderflower cordial' }],
  ['blackcurrant cordial', 'palate', 'drink fruit purple sweet sour', 'Dark, sweet and sharp, syrup let down with water.', 'blackcurrant, elderberry, grape juice', 'A teaspoon of the cordial in 60 ml water.', { also: 'cassis soda, blackcurrant squash' }],
  ['peach iced tea', 'palate', 'drink fruit orange sweet drying light', 'Cold black tea with soft, sugared peach.', 'peach, black tea, nectarine', 'A tablespoon of sweetened peach tea.', { also: 'peach tea' }],
  ['lemon iced tea', 'palate', 'drink yellow sour sweet drying light', 'Cold black tea, sharp and sugared.', 'lemon, black tea, lemon soda', 'A tablespoon of sweetened tea with lemon.', { also: 'iced tea, lemon tea' }],
  ['energy drink', 'both', 'drink yellow sweet sour fizzy candied', 'Boiled sweets dissolved, sharp and artificial.', 'hard sweet, sherbet, orange soda', 'A teaspoon, gone flat; it has caffeine of its own.'],
]);

export const PASTRY = descriptorsOf('grain and bread', [
  ['croissant', 'both', 'grain yellow sweet cooked light', 'Layers of butter and air, browned at the edge.', 'butter, brioche, puff pastry', 'A flake of plain croissant.', { allergens: ['gluten', 'milk', 'egg'] }],
  ['puff pastry', 'palate', 'grain yellow dried light', 'Dry leaves of dough and butter, hardly sweet.', 'croissant, wafer, butter', 'A crumb of puff pastry.', { allergens: ['gluten', 'milk'], also: 'pastry, pie crust' }],
  ['apple turnover', 'both', 'grain fruit brown sweet cooked', 'Cooked apple and sugar in buttery leaves.', 'baked apple, puff pastry, cinnamon', 'A corner of an apple turnover.', { allergens: ['gluten', 'milk', 'egg'], also: 'apple strudel, apple tart' }],
  ['cinnamon roll', 'both', 'grain spice brown sweet cooked warming', 'Soft dough, brown sugar and cinnamon.', 'cinnamon, brioche, brown sugar', 'A crumb of a cinnamon roll.', { allergens: ['gluten', 'milk', 'egg'], also: 'cinnamon bun' }],
  ['sponge cake', 'both', 'grain yellow sweet light cooked', 'Airy, eggy and sweet.', 'madeleine, brioche, vanilla', 'A crumb of plain sponge.', { allergens: ['gluten', 'egg', 'milk'], also: 'yellow cake, cake batter' }],
  ['madeleine', 'both', 'grain yellow sweet cooked', 'Small butter cake with a trace of lemon.', 'sponge cake, butter, lemon zest', 'A crumb of a madeleine.', { allergens: ['gluten', 'egg', 'milk'], also: 'pound cake, butter cake' }],
  ['carrot cake', 'both', 'grain spice orange sweet heavy cooked', 'Moist, spiced and nutty, sweet root and cinnamon.', 'gingerbread, raw carrot, walnut', 'A crumb of carrot cake.', { allergens: ['gluten', 'egg', 'milk', 'nuts'] }],
  ['fruit cake', 'both', 'grain fruit brown sweet heavy cooked', 'Dark crumb full of raisins, peel and spice.', 'raisin, malt loaf, candied orange', 'A crumb of fruit cake.', { allergens: ['gluten', 'egg', 'milk', 'nuts', 'sulphites'], also: 'plum cake, panettone' }],
  ['cheesecake', 'palate', 'grain white sweet sour creamy heavy', 'Fresh cheese, sugar and a biscuit floor.', 'cream, lemon curd, digestive biscuit', 'A teaspoon of plain cheesecake.', { allergens: ['gluten', 'egg', 'milk'] }],
  ['doughnut', 'both', 'grain brown sweet cooked heavy', 'Fried dough and sugar, a little oily.', 'brioche, waffle, icing sugar', 'A crumb of a plain doughnut.', { allergens: ['gluten', 'egg', 'milk'], also: 'donut, fried dough' }],
  ['lemon tart', 'palate', 'grain yellow sour sweet creamy', 'Sharp set cream on a short crust.', 'lemon curd, shortbread, cheesecake', 'A teaspoon of lemon tart.', { allergens: ['gluten', 'egg', 'milk'], also: 'lemon pie' }],
  ['nut pastry', 'palate', 'grain nut brown sweet sticky', 'Thin leaves soaked in syrup with chopped nuts.', 'honey, pistachio, walnut', 'A crumb of a syrup-soaked nut pastry.', { allergens: ['gluten', 'nuts', 'milk'], also: 'baklava' }],
  ['macaroon', 'palate', 'nut white sweet light', 'Crisp outside, chewy inside, almond and egg white.', 'marzipan, coconut, marshmallow', 'A crumb of an almond macaroon.', { allergens: ['nuts', 'egg'], also: 'macaron, amaretti' }],
]);
