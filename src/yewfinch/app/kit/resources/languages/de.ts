<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="de_DE" sourcelanguage="en">
<context>
<name>yewfinch</name>
<message>
<source>

The file {0} was saved later than this: it is the newer one.</source>
<translation>

Die Datei {0} wurde später als dies gesichert: Sie ist die neuere.</translation>
</message>
<message>
<source>{0}  (not on the clay)</source>
<translation>{0}  (nicht auf dem Ton)</translation>
</message>
<message>
<source>  –  the size of a head or figure</source>
<translation>  –  die Größe eines Kopfs oder einer Figur</translation>
</message>
<message>
<source> &lt;span style='color:{0}'&gt;Marks have changed: solve again.&lt;/span&gt;</source>
<translation> &lt;span style='color:{0}'&gt;Marken haben sich geändert: neu lösen.&lt;/span&gt;</translation>
</message>
<message>
<source> A report is in {0}.</source>
<translation> Ein Bericht steht in {0}.</translation>
</message>
<message>
<source> Add one in the panel Levels to go on.</source>
<translation> In der Tafel Stufen eine hinzufügen, um weiterzumachen.</translation>
</message>
<message>
<source> And {0} more.</source>
<translation> Und {0} weitere.</translation>
</message>
<message>
<source> Heights are millimetres.</source>
<translation> Höhen sind Millimeter.</translation>
</message>
<message>
<source> It does not move with the head: kept, but not used to solve.</source>
<translation> Er bewegt sich nicht mit dem Kopf: aufgehoben, aber nicht zum Lösen benutzt.</translation>
</message>
<message>
<source> Level {0} has {1} more.</source>
<translation> Stufe {0} hat {1} mehr.</translation>
</message>
<message>
<source> No photo tells of: {0}.</source>
<translation> Kein Foto sagt etwas über: {0}.</translation>
</message>
<message>
<source> Now {0}.</source>
<translation> Jetzt {0}.</translation>
</message>
<message>
<source> One photo says little about depth: it is mostly that of an average head. A second photo from another side helps most.</source>
<translation> Ein Foto sagt wenig über die Tiefe: Sie ist vor allem die eines durchschnittlichen Kopfs. Ein zweites Foto von einer anderen Seite hilft am meisten.</translation>
</message>
<message>
<source> Size is left out: the sitter is measured at the clay's size.</source>
<translation> Größe ist weggelassen: Das Modell wird in der Größe des Tons gemessen.</translation>
</message>
<message>
<source> Size left out.</source>
<translation> Größe weggelassen.</translation>
</message>
<message>
<source> Source: {0}.</source>
<translation> Quelle: {0}.</translation>
</message>
<message>
<source> The clay is {0:.1f} % too {1}.</source>
<translation> Der Ton ist um {0:.1f} % zu {1}.</translation>
</message>
<message>
<source> The mark farthest off is '{0}' ({1:.0f} px): look at it first.</source>
<translation> Die am weitesten abliegende Marke ist „{0}“ ({1:.0f} px): sie zuerst ansehen.</translation>
</message>
<message>
<source> The sitter's own left.</source>
<translation> Links am Modell.</translation>
</message>
<message>
<source> The sitter's own right.</source>
<translation> Rechts am Modell.</translation>
</message>
<message>
<source> copies</source>
<translation> Kopien</translation>
</message>
<message>
<source> level on top</source>
<translation> Stufe obenauf</translation>
</message>
<message>
<source> levels</source>
<translation> Stufen</translation>
</message>
<message>
<source> levels on top</source>
<translation> Stufen obenauf</translation>
</message>
<message>
<source> of clay {0:.1f} mm thick</source>
<translation> von {0:.1f} mm dickem Ton</translation>
</message>
<message>
<source> on the finest level</source>
<translation> auf der feinsten Stufe</translation>
</message>
<message>
<source> sectors</source>
<translation> Sektoren</translation>
</message>
<message>
<source> the sitter taken {0:.2f} times from the mean</source>
<translation> vom Modell, {0:.2f}-fach vom Mittel genommen,</translation>
</message>
<message>
<source> triangles</source>
<translation> Dreiecke</translation>
</message>
<message>
<source> years</source>
<translation> Jahre</translation>
</message>
<message>
<source> {0} were moved.</source>
<translation> {0} wurden bewegt.</translation>
</message>
<message>
<source> ±{0:.0f} %, {1} marks, {2:.1f} px</source>
<translation> ±{0:.0f} %, {1} Marken, {2:.1f} px</translation>
</message>
<message>
<source># Keys

| action | key |
|---|---|
</source>
<translation># Tasten

| Aktion | Taste |
|---|---|
</translation>
</message>
<message>
<source># Keys

| what | key | |
|---|---|---|
{0}
</source>
<translation># Tasten

| was | Taste | |
|---|---|---|
{0}
</translation>
</message>
<message>
<source># Landmarks

{0}

| key | landmark | where it lies |
|---|---|---|
{1}
</source>
<translation># Messpunkte

{0}

| Schlüssel | Messpunkt | wo er liegt |
|---|---|---|
{1}
</translation>
</message>
<message>
<source>'{0}' are lids: set them in the panel Lids, or join them to the clay there.</source>
<translation>„{0}“ sind Lider: in der Tafel Lider einstellen oder dort mit dem Ton verbinden.</translation>
</message>
<message>
<source>'{0}' are no lids with a body of their own.</source>
<translation>„{0}“ sind keine Lider mit eigenem Körper.</translation>
</message>
<message>
<source>'{0}' are no teeth.</source>
<translation>„{0}“ sind keine Zähne.</translation>
</message>
<message>
<source>'{0}' cannot be brought to {1:g} {2} on this clay.</source>
<translation>„{0}“ lässt sich auf diesem Ton nicht auf {1:g} {2} bringen.</translation>
</message>
<message>
<source>'{0}' cannot be scaled so: {1} would be {2:.1f} mm.</source>
<translation>„{0}“ lässt sich so nicht vergrößern: {1} wäre {2:.1f} mm.</translation>
</message>
<message>
<source>'{0}' cannot be told on this clay: landmarks are missing. Place them first.</source>
<translation>„{0}“ lässt sich auf diesem Ton nicht bestimmen: Messpunkte fehlen. Erst setzen.</translation>
</message>
<message>
<source>'{0}' carries colour only. Choose a layer of paint or a fill.</source>
<translation>„{0}“ trägt nur Farbe. Eine Farbschicht oder eine Füllung wählen.</translation>
</message>
<message>
<source>'{0}' carries colour only. Choose a layer of paint, or add one.</source>
<translation>„{0}“ trägt nur Farbe. Eine Farbschicht wählen oder hinzufügen.</translation>
</message>
<message>
<source>'{0}' carries none of what is ticked.</source>
<translation>„{0}“ trägt nichts von dem, was angehakt ist.</translation>
</message>
<message>
<source>'{0}' follows '{1}' and is locked. Unlock or settle it in the list of pieces.</source>
<translation>„{0}“ folgt „{1}“ und ist gesperrt. In der Liste der Stücke entsperren oder festigen.</translation>
</message>
<message>
<source>'{0}' follows '{1}', whose mask it has. Store the mask there, or settle it first.</source>
<translation>„{0}“ folgt „{1}“, dessen Maske es hat. Die Maske dort aufheben oder es erst festigen.</translation>
</message>
<message>
<source>'{0}' follows another piece and has the colour of that one.</source>
<translation>„{0}“ folgt einem anderen Stück und hat dessen Farbe.</translation>
</message>
<message>
<source>'{0}' follows another piece itself. Settle it first.</source>
<translation>„{0}“ folgt selbst einem anderen Stück. Erst festigen.</translation>
</message>
<message>
<source>'{0}' follows another piece. Move that one, or settle this one first.</source>
<translation>„{0}“ folgt einem anderen Stück. Jenes bewegen oder dieses erst festigen.</translation>
</message>
<message>
<source>'{0}' has a twin already.</source>
<translation>„{0}“ hat schon einen Zwilling.</translation>
</message>
<message>
<source>'{0}' has an open rim that cannot be closed, so its inside cannot be told. Close it first, or hide it.</source>
<translation>„{0}“ hat einen offenen Rand, der sich nicht schließen lässt, sein Inneres lässt sich also nicht bestimmen. Erst schließen oder verbergen.</translation>
</message>
<message>
<source>'{0}' has changes that are not saved.</source>
<translation>„{0}“ hat Änderungen, die nicht gesichert sind.</translation>
</message>
<message>
<source>'{0}' has colour layers already.</source>
<translation>„{0}“ hat schon Farbschichten.</translation>
</message>
<message>
<source>'{0}' has its landmarks already. Laying the head on finds all but the six anew.</source>
<translation>„{0}“ hat seine Messpunkte schon. Legt man den Kopf auf, werden alle bis auf die sechs neu gefunden.</translation>
</message>
<message>
<source>'{0}' has levels already. Drop the coarser ones first.</source>
<translation>„{0}“ hat schon Stufen. Erst die gröberen weglassen.</translation>
</message>
<message>
<source>'{0}' has lids already: they are {1}'s. Set them in the panel Lids.</source>
<translation>„{0}“ hat schon Lider: Es sind die von {1}. In der Tafel Lider einstellen.</translation>
</message>
<message>
<source>'{0}' has no mask '{1}'.</source>
<translation>„{0}“ hat keine Maske „{1}“.</translation>
</message>
<message>
<source>'{0}' has no region '{1}'.</source>
<translation>„{0}“ hat keinen Bereich „{1}“.</translation>
</message>
<message>
<source>'{0}' has no texture places. Lay it out flat first; base heads and models that came with coordinates have some.</source>
<translation>„{0}“ hat keine Texturplätze. Erst flach abwickeln; Grundköpfe und Modelle mit Koordinaten haben welche.</translation>
</message>
<message>
<source>'{0}' has one tone only, so nothing would show of it as a stamp.</source>
<translation>„{0}“ hat nur einen Ton, als Stempel wäre nichts davon zu sehen.</translation>
</message>
<message>
<source>'{0}' has texture places already.</source>
<translation>„{0}“ hat schon Texturplätze.</translation>
</message>
<message>
<source>'{0}' has {1} named masks; remove one first.</source>
<translation>„{0}“ hat {1} benannte Masken; erst eine entfernen.</translation>
</message>
<message>
<source>'{0}' has {1} of the two marks that are needed.</source>
<translation>„{0}“ hat {1} der zwei nötigen Marken.</translation>
</message>
<message>
<source>'{0}' has {1} stored states; remove one first.</source>
<translation>„{0}“ hat {1} aufgehobene Zustände; erst einen entfernen.</translation>
</message>
<message>
<source>'{0}' holds no paint that could become pigments.</source>
<translation>„{0}“ hält keine Farbe, aus der Pigmente werden könnten.</translation>
</message>
<message>
<source>'{0}' holds no paint, so nothing can be merged into it.</source>
<translation>„{0}“ hält keine Farbe, es lässt sich also nichts damit vereinen.</translation>
</message>
<message>
<source>'{0}' holds no paint. Choose a layer of paint, or add one.</source>
<translation>„{0}“ hält keine Farbe. Eine Farbschicht wählen oder hinzufügen.</translation>
</message>
<message>
<source>'{0}' holds pigments: the tool Tint works on it. Choose a layer of paint for other tools.</source>
<translation>„{0}“ hält Pigmente: Das Werkzeug Tönen arbeitet daran. Für andere Werkzeuge eine Farbschicht wählen.</translation>
</message>
<message>
<source>'{0}' is a guide and has no copies.</source>
<translation>„{0}“ ist ein Leitkörper und hat keine Kopien.</translation>
</message>
<message>
<source>'{0}' is a solid: change its measures, or settle it before scaling it along one axis.</source>
<translation>„{0}“ ist ein Grundkörper: seine Maße ändern oder festigen, ehe er längs einer Achse vergrößert wird.</translation>
</message>
<message>
<source>'{0}' is an armature: its balls are moved in its own mode (N).</source>
<translation>„{0}“ ist ein Gerüst: Seine Kugeln werden in seinem eigenen Modus bewegt (N).</translation>
</message>
<message>
<source>'{0}' is an eye already.</source>
<translation>„{0}“ ist schon ein Auge.</translation>
</message>
<message>
<source>'{0}' is an eye and stays round: scale it along all three axes alike.</source>
<translation>„{0}“ ist ein Auge und bleibt rund: längs aller drei Achsen gleich vergrößern.</translation>
</message>
<message>
<source>'{0}' is an eye: set it in the panel Eyes, or settle it into clay there.</source>
<translation>„{0}“ ist ein Auge: in der Tafel Augen einstellen oder dort zu Ton festigen.</translation>
</message>
<message>
<source>'{0}' is locked or an armature; its parts are not turned.</source>
<translation>„{0}“ ist gesperrt oder ein Gerüst; seine Teile werden nicht gedreht.</translation>
</message>
<message>
<source>'{0}' is locked, or no clay yet.</source>
<translation>„{0}“ ist gesperrt oder noch kein Ton.</translation>
</message>
<message>
<source>'{0}' is locked. Unlock it in the list of pieces, or hide it.</source>
<translation>„{0}“ ist gesperrt. In der Liste der Stücke entsperren oder verbergen.</translation>
</message>
<message>
<source>'{0}' is locked. Unlock it in the list of pieces.</source>
<translation>„{0}“ ist gesperrt. In der Liste der Stücke entsperren.</translation>
</message>
<message>
<source>'{0}' is locked. Unlock it in the pieces to begin another base head.</source>
<translation>„{0}“ ist gesperrt. In den Stücken entsperren, um einen anderen Grundkopf zu beginnen.</translation>
</message>
<message>
<source>'{0}' is locked. Unlock it to steer the base head.</source>
<translation>„{0}“ ist gesperrt. Entsperren, um den Grundkopf zu steuern.</translation>
</message>
<message>
<source>'{0}' is no ball of the size of an eye, so it is not taken for one.</source>
<translation>„{0}“ ist keine Kugel von der Größe eines Auges und wird nicht als eines genommen.</translation>
</message>
<message>
<source>'{0}' is no clay of its own, so it has no colour layers.</source>
<translation>„{0}“ ist kein eigener Ton, es hat also keine Farbschichten.</translation>
</message>
<message>
<source>'{0}' is no clay yet, so its mask would not stay. Settle it first.</source>
<translation>„{0}“ ist noch kein Ton, seine Maske bliebe also nicht. Erst festigen.</translation>
</message>
<message>
<source>'{0}' is no clay yet. Settle or clothe it first.</source>
<translation>„{0}“ ist noch kein Ton. Erst festigen oder bekleiden.</translation>
</message>
<message>
<source>'{0}' is no clay. Clothe it into clay first, or hide it.</source>
<translation>„{0}“ ist kein Ton. Erst mit Ton bekleiden oder verbergen.</translation>
</message>
<message>
<source>'{0}' is no eye.</source>
<translation>„{0}“ ist kein Auge.</translation>
</message>
<message>
<source>'{0}' is no eye. Choose one, or begin two in the panel Eyes.</source>
<translation>„{0}“ ist kein Auge. Eines wählen oder in der Tafel Augen zwei beginnen.</translation>
</message>
<message>
<source>'{0}' is no fill.</source>
<translation>„{0}“ ist keine Füllung.</translation>
</message>
<message>
<source>'{0}' is no layer of a complexion. Choose one in the list of colour layers.</source>
<translation>„{0}“ ist keine Schicht eines Teints. Eine in der Liste der Farbschichten wählen.</translation>
</message>
<message>
<source>'{0}' is no number. Write a ratio such as 1.5, or leave it empty.</source>
<translation>„{0}“ ist keine Zahl. Ein Verhältnis wie 1,5 schreiben oder leer lassen.</translation>
</message>
<message>
<source>'{0}' is no picture that can be read. Choose a PNG, JPEG, TIFF or WebP file.</source>
<translation>„{0}“ ist kein lesbares Bild. Eine PNG-, JPEG-, TIFF- oder WebP-Datei wählen.</translation>
</message>
<message>
<source>'{0}' is seen on none of these photos from where they were taken.</source>
<translation>„{0}“ ist auf keinem dieser Fotos von ihrem Aufnahmeort zu sehen.</translation>
</message>
<message>
<source>'{0}' is {1:.0f} px from where the other marks expect it.</source>
<translation>„{0}“ liegt {1:.0f} px von dort, wo die anderen Marken es erwarten.</translation>
</message>
<message>
<source>'{0}' lies where the other side's belongs: left and right are exchanged.</source>
<translation>„{0}“ liegt, wo das der anderen Seite hingehört: Links und rechts sind vertauscht.</translation>
</message>
<message>
<source>'{0}' shows another expression ({1}): mouth, lids and brows may move there.</source>
<translation>„{0}“ zeigt einen anderen Ausdruck ({1}): Mund, Lider und Brauen dürfen sich dort bewegen.</translation>
</message>
<message>
<source>'{0}' takes no paint. Choose another layer.</source>
<translation>„{0}“ nimmt keine Farbe an. Eine andere Schicht wählen.</translation>
</message>
<message>
<source>'{0}' touches itself where its sides would meet, so they cannot be joined. Smooth it there, or remesh it first.</source>
<translation>„{0}“ berührt sich, wo seine Seiten aufeinandertreffen würden, sie lassen sich also nicht verbinden. Dort glätten oder erst neu vernetzen.</translation>
</message>
<message>
<source>'{0}' {1}. Settle or clothe it first.</source>
<translation>„{0}“ {1}. Erst festigen oder bekleiden.</translation>
</message>
<message>
<source>+ Adjust</source>
<translation>+ Anpassung</translation>
</message>
<message>
<source>+ Fill</source>
<translation>+ Füllung</translation>
</message>
<message>
<source>+ Group</source>
<translation>+ Gruppe</translation>
</message>
<message>
<source>+ Paint</source>
<translation>+ Farbe</translation>
</message>
<message>
<source>+ Pigments</source>
<translation>+ Pigmente</translation>
</message>
<message>
<source>+{0:.0f} mm out</source>
<translation>+{0:.0f} mm außen</translation>
</message>
<message>
<source>+{0:.0f} mm: too far out</source>
<translation>+{0:.0f} mm: zu weit außen</translation>
</message>
<message>
<source>, and more where they are shorter</source>
<translation>, und mehr, wo sie kürzer sind</translation>
</message>
<message>
<source>, and {0} smaller</source>
<translation>, und {0} kleinere</translation>
</message>
<message>
<source>, both halves kept</source>
<translation>, beide Hälften behalten</translation>
</message>
<message>
<source>, in degrees about the axis of the world</source>
<translation>, in Grad um die Achse der Welt</translation>
</message>
<message>
<source>, left</source>
<translation>, links</translation>
</message>
<message>
<source>, on one piece</source>
<translation>, auf einem Stück</translation>
</message>
<message>
<source>, right</source>
<translation>, rechts</translation>
</message>
<message>
<source>, settled into the form: {0}</source>
<translation>, in die Form gefestigt: {0}</translation>
</message>
<message>
<source>, symmetric no longer</source>
<translation>, nicht mehr symmetrisch</translation>
</message>
<message>
<source>-{0:.0f} mm in</source>
<translation>-{0:.0f} mm innen</translation>
</message>
<message>
<source>-{0:.0f} mm: clay too far in</source>
<translation>-{0:.0f} mm: Ton zu weit innen</translation>
</message>
<message>
<source>0 is grey</source>
<translation>0 ist grau</translation>
</message>
<message>
<source>0 is the norm, 1 this person, more than 1 a caricature</source>
<translation>0 ist die Norm, 1 diese Person, mehr als 1 eine Karikatur</translation>
</message>
<message>
<source>0 mm</source>
<translation>0 mm</translation>
</message>
<message>
<source>0: both axes are parallel; 100: each goes through the point looked at</source>
<translation>0: beide Achsen sind parallel; 100: jede geht durch den angeschauten Punkt</translation>
</message>
<message>
<source>1 part is</source>
<translation>1 Teil ist</translation>
</message>
<message>
<source>1 to {0} coarser levels can be made, not {1}.</source>
<translation>1 bis {0} gröbere Stufen lassen sich machen, nicht {1}.</translation>
</message>
<message>
<source>100 % is bare metal, for jewellery and casts</source>
<translation>100 % ist blankes Metall, für Schmuck und Güsse</translation>
</message>
<message>
<source>100 % is bare metal, for jewellery and casts.</source>
<translation>100 % ist blankes Metall, für Schmuck und Güsse.</translation>
</message>
<message>
<source>1: crown to eye / eye to chin</source>
<translation>1: Scheitel bis Auge / Auge bis Kinn</translation>
</message>
<message>
<source>2 to 4 mm in bright light, 4 to 8 mm in the dark</source>
<translation>2 bis 4 mm bei hellem Licht, 4 bis 8 mm im Dunkeln</translation>
</message>
<message>
<source>2 to 6 degrees, oculoplastic handbooks</source>
<translation>2 bis 6 Grad, augenplastische Handbücher</translation>
</message>
<message>
<source>2: forehead / nose</source>
<translation>2: Stirn / Nase</translation>
</message>
<message>
<source>2: nose / lower face</source>
<translation>2: Nase / Untergesicht</translation>
</message>
<message>
<source>¾ L</source>
<translation>¾ L</translation>
</message>
<message>
<source>¾ R</source>
<translation>¾ R</translation>
</message>
<message>
<source>35 mm equivalent focal length; unknown is all right</source>
<translation>Brennweite auf Kleinbild bezogen; unbekannt macht nichts</translation>
</message>
<message>
<source>3: brow to nose base / nose base to chin</source>
<translation>3: Braue bis Nasenbasis / Nasenbasis bis Kinn</translation>
</message>
<message>
<source>3: crown to hairline / hairline to brow</source>
<translation>3: Scheitel bis Haaransatz / Haaransatz bis Braue</translation>
</message>
<message>
<source>3: hairline to brow / brow to nose base</source>
<translation>3: Haaransatz bis Braue / Braue bis Nasenbasis</translation>
</message>
<message>
<source>3D files ({0})</source>
<translation>3D-Dateien ({0})</translation>
</message>
<message>
<source>4: nose / ear</source>
<translation>4: Nase / Ohr</translation>
</message>
<message>
<source>5: slope of the nose bridge against the ear</source>
<translation>5: Neigung des Nasenrückens gegen das Ohr</translation>
</message>
<message>
<source>6: between the eyes / nose breadth</source>
<translation>6: zwischen den Augen / Nasenbreite</translation>
</message>
<message>
<source>7.5 heads</source>
<translation>7,5 Köpfe</translation>
</message>
<message>
<source>7: between the eyes / eye</source>
<translation>7: zwischen den Augen / Auge</translation>
</message>
<message>
<source>8 heads</source>
<translation>8 Köpfe</translation>
</message>
<message>
<source>8.5 heads, heroic</source>
<translation>8,5 Köpfe, heroisch</translation>
</message>
<message>
<source>8: mouth / nose breadth</source>
<translation>8: Mund / Nasenbreite</translation>
</message>
<message>
<source>9: nose breadth / face breadth</source>
<translation>9: Nasenbreite / Gesichtsbreite</translation>
</message>
<message>
<source>; look at these: {0}.</source>
<translation>; diese ansehen: {0}.</translation>
</message>
<message>
<source>; size was not measured, so that of the base head is kept.</source>
<translation>; die Größe wurde nicht gemessen, die des Grundkopfs bleibt also.</translation>
</message>
<message>
<source>; the angle is at the second</source>
<translation>; der Winkel ist am zweiten</translation>
</message>
<message>
<source>; {0:.0f} % of the clay is farther than {1:g} mm and left out</source>
<translation>; {0:.0f} % des Tons sind weiter weg als {1:g} mm und weggelassen</translation>
</message>
<message>
<source>; {0:g} to {1:g} mm are usual</source>
<translation>; {0:g} bis {1:g} mm sind üblich</translation>
</message>
<message>
<source>&lt;b&gt;Yewfinch {0}&lt;/b&gt;&lt;p&gt;A bench for portrait sculptors that measures likeness.&lt;p&gt;GPL-3.0-or-later. Font: Source Sans Pro (SIL Open Font License). Icons: Phosphor (MIT).</source>
<translation>&lt;b&gt;Yewfinch {0}&lt;/b&gt;&lt;p&gt;Eine Werkbank für Porträtbildhauer, die Ähnlichkeit misst.&lt;p&gt;GPL-3.0-or-later. Schrift: Source Sans Pro (SIL Open Font License). Symbole: Phosphor (MIT).</translation>
</message>
<message>
<source>&lt;b&gt;{0}&lt;/b&gt; ({1})&lt;br&gt;{2}</source>
<translation>&lt;b&gt;{0}&lt;/b&gt; ({1})&lt;br&gt;{2}</translation>
</message>
<message>
<source>&lt;b&gt;{0}&lt;/b&gt;, {1:g} mm&lt;br&gt;{2}</source>
<translation>&lt;b&gt;{0}&lt;/b&gt;, {1:g} mm&lt;br&gt;{2}</translation>
</message>
<message>
<source>&lt;span style='font-size:21px'&gt;&lt;b&gt;{0:.1f} mm&lt;/b&gt;&lt;/span&gt; off{1} over {2} landmarks, {3} beyond doubt.{4}{5}</source>
<translation>&lt;span style='font-size:21px'&gt;&lt;b&gt;{0:.1f} mm&lt;/b&gt;&lt;/span&gt; daneben{1} über {2} Messpunkte, {3} zweifelsfrei.{4}{5}</translation>
</message>
<message>
<source>&lt;tr&gt;&lt;td colspan='5' style='color:{0}'&gt;needs landmarks that are not placed&lt;/td&gt;&lt;/tr&gt;</source>
<translation>&lt;tr&gt;&lt;td colspan='5' style='color:{0}'&gt;braucht Messpunkte, die nicht gesetzt sind&lt;/td&gt;&lt;/tr&gt;</translation>
</message>
<message>
<source>A ball of clay</source>
<translation>Eine Kugel Ton</translation>
</message>
<message>
<source>A ball or an egg of even quads</source>
<translation>Eine Kugel oder ein Ei aus gleichmäßigen Vierecken</translation>
</message>
<message>
<source>A base head or figure</source>
<translation>Ein Grundkopf oder eine Figur</translation>
</message>
<message>
<source>A belly that stands forward</source>
<translation>Ein Bauch, der vorsteht</translation>
</message>
<message>
<source>A block with rounded edges</source>
<translation>Ein Block mit gerundeten Kanten</translation>
</message>
<message>
<source>A broader, deeper rib cage</source>
<translation>Ein breiterer, tieferer Brustkorb</translation>
</message>
<message>
<source>A bump or a pit that is seen but does not move the clay</source>
<translation>Ein Buckel oder eine Grube, die zu sehen ist, aber den Ton nicht bewegt</translation>
</message>
<message>
<source>A bump or a pit that is seen but does not move the clay.</source>
<translation>Ein Buckel oder eine Grube, die zu sehen ist, aber den Ton nicht bewegt.</translation>
</message>
<message>
<source>A closed shell half in, half out</source>
<translation>Eine geschlossene Schale, halb innen, halb außen</translation>
</message>
<message>
<source>A closed shell on the masked clay</source>
<translation>Eine geschlossene Schale auf dem maskierten Ton</translation>
</message>
<message>
<source>A closed shell under its surface</source>
<translation>Eine geschlossene Schale unter seiner Oberfläche</translation>
</message>
<message>
<source>A colour of the iris is none: give red, green and blue from 0 to 255.</source>
<translation>Eine Farbe der Iris ist keine: Rot, Grün und Blau von 0 bis 255 angeben.</translation>
</message>
<message>
<source>A cone with a rounded tip</source>
<translation>Ein Kegel mit gerundeter Spitze</translation>
</message>
<message>
<source>A cornea with a radius of {0:g} mm does not fit; {1:.1f} to {2:.1f} mm does.</source>
<translation>Eine Hornhaut mit einem Radius von {0:g} mm passt nicht; {1:.1f} bis {2:.1f} mm passt.</translation>
</message>
<message>
<source>A curve goes from pressure 0 to pressure 1.</source>
<translation>Eine Kurve geht von Druck 0 bis Druck 1.</translation>
</message>
<message>
<source>A curve has 2 to 32 points from left to right.</source>
<translation>Eine Kurve hat 2 bis 32 Punkte von links nach rechts.</translation>
</message>
<message>
<source>A curve has 2 to {0} points, got {1}.</source>
<translation>Eine Kurve hat 2 bis {0} Punkte, nicht {1}.</translation>
</message>
<message>
<source>A cut along a drawn line: what lies to the right of it goes</source>
<translation>Ein Schnitt längs einer gezeichneten Linie: Was rechts von ihr liegt, fällt weg</translation>
</message>
<message>
<source>A distance taken on the sitter with calipers; it sets the size</source>
<translation>Ein mit dem Taster am Modell genommener Abstand; er stellt die Größe</translation>
</message>
<message>
<source>A drawing without a camera, for heads that nobody could photograph.</source>
<translation>Eine Zeichnung ohne Kamera, für Köpfe, die niemand fotografieren konnte.</translation>
</message>
<message>
<source>A feature that both sides have</source>
<translation>Ein Gesichtsteil, den beide Seiten haben</translation>
</message>
<message>
<source>A figure of {0} heads cannot be made; choose 3 to 12.</source>
<translation>Eine Figur von {0} Köpfen lässt sich nicht machen; 3 bis 12 wählen.</translation>
</message>
<message>
<source>A film of water over it, with a sharp gleam of its own</source>
<translation>Ein Wasserfilm darüber, mit eigenem scharfem Glanz</translation>
</message>
<message>
<source>A film of water over it, with a sharp gleam of its own.</source>
<translation>Ein Wasserfilm darüber, mit eigenem scharfem Glanz.</translation>
</message>
<message>
<source>A flat sheet facing forward</source>
<translation>Ein ebenes Blatt nach vorn</translation>
</message>
<message>
<source>A form layer of what sets the clay apart from that mean; at first nothing changes</source>
<translation>Eine Formschicht dessen, was den Ton von diesem Mittel unterscheidet; zunächst ändert sich nichts</translation>
</message>
<message>
<source>A gap of {0:g} mm makes no sense; {1:g} to {2:g} mm do.</source>
<translation>Ein Abstand von {0:g} mm ist nicht sinnvoll; {1:g} bis {2:g} mm sind es.</translation>
</message>
<message>
<source>A grain of {0:g} mm makes no sense; {1:g} to {2:g} mm do.</source>
<translation>Ein Korn von {0:g} mm ist nicht sinnvoll; {1:g} bis {2:g} mm sind es.</translation>
</message>
<message>
<source>A group cannot lie in itself.</source>
<translation>Eine Gruppe kann nicht in sich selbst liegen.</translation>
</message>
<message>
<source>A group of layers: tone, mottling, freckles and more, each to be weighed; again: in its place</source>
<translation>Eine Gruppe von Schichten: Ton, Fleckung, Sommersprossen und mehr, jede zu wichten; noch einmal: an ihre Stelle</translation>
</message>
<message>
<source>A group: layers in it are weighed and masked together</source>
<translation>Eine Gruppe: Schichten darin werden zusammen gewichtet und maskiert</translation>
</message>
<message>
<source>A head from photos</source>
<translation>Ein Kopf aus Fotos</translation>
</message>
<message>
<source>A join cannot be {0:g} mm wide; 0 to {1:g} mm make sense.</source>
<translation>Eine Fuge kann nicht {0:g} mm breit sein; 0 bis {1:g} mm sind sinnvoll.</translation>
</message>
<message>
<source>A layer cannot be {0:g} % strong; {1:g} to {2:g} % make sense.</source>
<translation>Eine Schicht kann nicht {0:g} % stark sein; {1:g} bis {2:g} % sind sinnvoll.</translation>
</message>
<message>
<source>A layer of the colour in hand all over</source>
<translation>Eine Schicht der Farbe in der Hand, überall</translation>
</message>
<message>
<source>A layer of what makes the measure chosen below unusual</source>
<translation>Eine Schicht dessen, was das unten gewählte Maß ungewöhnlich macht</translation>
</message>
<message>
<source>A layer of what was changed since: at 0 % the form is the stored one</source>
<translation>Eine Schicht dessen, was seither geändert wurde: Bei 0 % ist die Form die aufgehobene</translation>
</message>
<message>
<source>A layer that reddens, tans or pales what lies below: the tool Tint</source>
<translation>Eine Schicht, die rötet, bräunt oder bleicht, was darunter liegt: das Werkzeug Tönen</translation>
</message>
<message>
<source>A layer's opacity lies between 0 and 100 %.</source>
<translation>Die Deckkraft einer Schicht liegt zwischen 0 und 100 %.</translation>
</message>
<message>
<source>A level is added on top of the finest. Go up to it first.</source>
<translation>Eine Stufe kommt auf die feinste. Erst zu ihr hinaufgehen.</translation>
</message>
<message>
<source>A line of the lips has a number that is none. Draw the lines of the lips again.</source>
<translation>Eine Lippenlinie hat eine Zahl, die keine ist. Die Lippenlinien neu zeichnen.</translation>
</message>
<message>
<source>A line of the lips lies far from the corners of the mouth. Move it there first.</source>
<translation>Eine Lippenlinie liegt weit von den Mundwinkeln. Erst dorthin versetzen.</translation>
</message>
<message>
<source>A live mirror image on the other side: it shows all that is done to this piece until it is settled</source>
<translation>Ein lebendes Spiegelbild auf der anderen Seite: Es zeigt alles, was an diesem Stück getan wird, bis es gefestigt wird</translation>
</message>
<message>
<source>A man, woman or child of any age, steered in millimetres.</source>
<translation>Mann, Frau oder Kind jeden Alters, in Millimetern gesteuert.</translation>
</message>
<message>
<source>A map has to be a picture in colour, two pixels wide and high at least.</source>
<translation>Eine Karte muss ein farbiges Bild sein, mindestens zwei Pixel breit und hoch.</translation>
</message>
<message>
<source>A map of {0} pixels makes no sense; 64 to {1} do.</source>
<translation>Eine Karte von {0} Pixeln ist nicht sinnvoll; 64 bis {1} sind es.</translation>
</message>
<message>
<source>A margin has {0} knots.</source>
<translation>Ein Rand hat {0} Knoten.</translation>
</message>
<message>
<source>A mark has a position that is not a number. Place it again.</source>
<translation>Eine Marke hat einen Ort, der keine Zahl ist. Neu setzen.</translation>
</message>
<message>
<source>A mouth {0:.1f} mm wide is too narrow; {1:g} mm is the least.</source>
<translation>Ein {0:.1f} mm breiter Mund ist zu schmal; {1:g} mm sind das Mindeste.</translation>
</message>
<message>
<source>A name needs 1 to {0} letters.</source>
<translation>Ein Name braucht 1 bis {0} Buchstaben.</translation>
</message>
<message>
<source>A named region of the piece</source>
<translation>Ein benannter Bereich des Stücks</translation>
</message>
<message>
<source>A net of thin branching lines</source>
<translation>Ein Netz dünner verzweigter Linien</translation>
</message>
<message>
<source>A page of the help</source>
<translation>Eine Seite der Hilfe</translation>
</message>
<message>
<source>A photo needs a name.</source>
<translation>Ein Foto braucht einen Namen.</translation>
</message>
<message>
<source>A picture by the same places: colour as a layer on top</source>
<translation>Ein Bild nach denselben Plätzen: Farbe als Schicht obenauf</translation>
</message>
<message>
<source>A picture of {0} x {1} is too large for a stamp. Make it smaller first.</source>
<translation>Ein Bild von {0} × {1} ist zu groß für einen Stempel. Erst verkleinern.</translation>
</message>
<message>
<source>A picture of {0} x {1} is too long for a stamp. Cut it to a better shape first.</source>
<translation>Ein Bild von {0} × {1} ist zu lang für einen Stempel. Erst besser zuschneiden.</translation>
</message>
<message>
<source>A picture through the stencil</source>
<translation>Ein Bild durch die Schablone</translation>
</message>
<message>
<source>A piece of the portrait</source>
<translation>Ein Stück des Porträts</translation>
</message>
<message>
<source>A piece that tools can work on; it no longer follows the base head</source>
<translation>Ein Stück, an dem Werkzeuge arbeiten können; es folgt dem Grundkopf nicht mehr</translation>
</message>
<message>
<source>A portrait from a file.</source>
<translation>Ein Porträt aus einer Datei.</translation>
</message>
<message>
<source>A portrait has {0} stamps at most. Take one out first.</source>
<translation>Ein Porträt hat höchstens {0} Stempel. Erst einen herausnehmen.</translation>
</message>
<message>
<source>A pose lies over the clay and can be taken off again.</source>
<translation>Eine Pose liegt über dem Ton und kann wieder abgenommen werden.</translation>
</message>
<message>
<source>A profile cannot cross the axis: its radii must be 0 mm or more.</source>
<translation>Ein Profil kann die Achse nicht kreuzen: Seine Radien müssen 0 mm oder mehr sein.</translation>
</message>
<message>
<source>A profile turned about the upright axis</source>
<translation>Ein Profil, um die aufrechte Achse gedreht</translation>
</message>
<message>
<source>A pupil of {0:g} mm does not fit an iris of {1:g} mm.</source>
<translation>Eine Pupille von {0:g} mm passt nicht in eine Iris von {1:g} mm.</translation>
</message>
<message>
<source>A recovery file could not be written. Save your work now under another name.</source>
<translation>Eine Sicherungsdatei konnte nicht geschrieben werden. Sichern Sie Ihre Arbeit jetzt unter einem anderen Namen.</translation>
</message>
<message>
<source>A recovery file could not be written: {0} Save your work now.</source>
<translation>Eine Sicherungsdatei konnte nicht geschrieben werden: {0} Sichern Sie Ihre Arbeit jetzt.</translation>
</message>
<message>
<source>A relief of {0:g} mm makes no sense; up to {1:g} mm does.</source>
<translation>Ein Relief von {0:g} mm ist nicht sinnvoll; bis {1:g} mm ist es.</translation>
</message>
<message>
<source>A ring lying flat</source>
<translation>Ein flach liegender Ring</translation>
</message>
<message>
<source>A rule holds on sitter and clay alike; the norm column shows what you wish for.</source>
<translation>Eine Regel gilt für Modell und Ton gleichermaßen; die Spalte Norm zeigt, was Sie wünschen.</translation>
</message>
<message>
<source>A rule needs different landmarks.</source>
<translation>Eine Regel braucht verschiedene Messpunkte.</translation>
</message>
<message>
<source>A shell cannot be {0:g} mm thick; {1:g} to {2:g} mm make sense.</source>
<translation>Eine Schale kann nicht {0:g} mm dick sein; {1:g} bis {2:g} mm sind sinnvoll.</translation>
</message>
<message>
<source>A sitter with five photos, marked and measured, to try it all on.</source>
<translation>Ein Modell mit fünf Fotos, markiert und vermessen, um alles auszuprobieren.</translation>
</message>
<message>
<source>A skylight: what turns down goes dark, so planes under brow, nose and lip read at once</source>
<translation>Ein Oberlicht: Was sich nach unten kehrt, wird dunkel, so dass Ebenen unter Braue, Nase und Lippe sofort zu lesen sind</translation>
</message>
<message>
<source>A solid's edges cannot be {0} mm long; {1:g} to {2:g} mm make sense.</source>
<translation>Die Kanten eines Grundkörpers können nicht {0} mm lang sein; {1:g} bis {2:g} mm sind sinnvoll.</translation>
</message>
<message>
<source>A stamp cannot be {0:g} mm wide; {1:g} to {2:g} mm make sense.</source>
<translation>Ein Stempel kann nicht {0:g} mm breit sein; {1:g} bis {2:g} mm sind sinnvoll.</translation>
</message>
<message>
<source>A stature of {0:.0f} mm leaves no room for a body under a head of {1:.0f} mm.</source>
<translation>Eine Körpergröße von {0:.0f} mm lässt keinen Platz für einen Körper unter einem Kopf von {1:.0f} mm.</translation>
</message>
<message>
<source>A straight curve again</source>
<translation>Wieder eine gerade Kurve</translation>
</message>
<message>
<source>A straight cut: what lies to the right of the line goes</source>
<translation>Ein gerader Schnitt: Was rechts der Linie liegt, fällt weg</translation>
</message>
<message>
<source>A surface is open, so nobody can tell what is inside it.</source>
<translation>Eine Fläche ist offen, niemand kann also sagen, was innen ist.</translation>
</message>
<message>
<source>A texture has 1 to {0} layers, got {1}.</source>
<translation>Eine Textur hat 1 bis {0} Schichten, nicht {1}.</translation>
</message>
<message>
<source>A texture is one of {0}, got {1!r}.</source>
<translation>Eine Textur ist eine von {0}, nicht {1!r}.</translation>
</message>
<message>
<source>A tour in eight steps</source>
<translation>Ein Rundgang in acht Schritten</translation>
</message>
<message>
<source>A tube needs a radius of more than 0 mm at each of its points.</source>
<translation>Ein Rohr braucht an jedem seiner Punkte einen Radius von mehr als 0 mm.</translation>
</message>
<message>
<source>A warm lamp high on the right, a cool one low on the left</source>
<translation>Eine warme Lampe hoch rechts, eine kühle tief links</translation>
</message>
<message>
<source>A whole photo</source>
<translation>Ein ganzes Foto</translation>
</message>
<message>
<source>A {0} with a line of {1} points makes no sense.</source>
<translation>{0} mit einer Linie aus {1} Punkten ist nicht sinnvoll.</translation>
</message>
<message>
<source>ANSUR II</source>
<translation>ANSUR II</translation>
</message>
<message>
<source>Abbreviations as used in files; `_l` and `_r` are the sitter's own left and right.</source>
<translation>Abkürzungen wie in Dateien; `_l` und `_r` sind links und rechts am Modell.</translation>
</message>
<message>
<source>About 20 % for a wet lip, 40 % for an oily nose; 60 % is plain clay, 100 % chalk</source>
<translation>Etwa 20 % für eine nasse Lippe, 40 % für eine fettige Nase; 60 % ist einfacher Ton, 100 % Kreide</translation>
</message>
<message>
<source>About Yewfinch</source>
<translation>Über Yewfinch</translation>
</message>
<message>
<source>About a point of your own: type it below, or click it</source>
<translation>Um einen eigenen Punkt: unten eingeben oder anklicken</translation>
</message>
<message>
<source>About the middle of its underside</source>
<translation>Um die Mitte seiner Unterseite</translation>
</message>
<message>
<source>Above the orbit</source>
<translation>Über der Augenhöhle</translation>
</message>
<message>
<source>Across</source>
<translation>Quer</translation>
</message>
<message>
<source>Across; others are down to a third of it</source>
<translation>Im Durchmesser; andere gehen bis auf ein Drittel davon herab</translation>
</message>
<message>
<source>Adaptive detail</source>
<translation>Angepasste Feinheit</translation>
</message>
<message>
<source>Add</source>
<translation>Hinzufügen</translation>
</message>
<message>
<source>Add PLY, OBJ, STL, GLB or glTF files as pieces.</source>
<translation>PLY-, OBJ-, STL-, GLB- oder glTF-Dateien als Stücke hinzufügen.</translation>
</message>
<message>
<source>Add a group above the layer first.</source>
<translation>Erst eine Gruppe über der Schicht hinzufügen.</translation>
</message>
<message>
<source>Add a layer</source>
<translation>Eine Schicht hinzufügen</translation>
</message>
<message>
<source>Add a level</source>
<translation>Neue Stufe</translation>
</message>
<message>
<source>Add a level to {0}</source>
<translation>{0} eine Stufe hinzufügen</translation>
</message>
<message>
<source>Add a photo</source>
<translation>Ein Foto hinzufügen</translation>
</message>
<message>
<source>Add a picture...</source>
<translation>Ein Bild hinzufügen...</translation>
</message>
<message>
<source>Add design sheet {0}</source>
<translation>Entwurfsblatt {0} hinzufügen</translation>
</message>
<message>
<source>Add photos</source>
<translation>Fotos hinzufügen</translation>
</message>
<message>
<source>Add photos (Ctrl+Shift+O), or drop them here</source>
<translation>Fotos hinzufügen (Strg+Umschalt+O) oder hier fallen lassen</translation>
</message>
<message>
<source>Add photos: JPEG, PNG, WebP or TIFF</source>
<translation>Fotos hinzufügen: JPEG, PNG, WebP oder TIFF</translation>
</message>
<message>
<source>Add photos…</source>
<translation>Fotos hinzufügen…</translation>
</message>
<message>
<source>Add rule {0}</source>
<translation>Regel {0} hinzufügen</translation>
</message>
<message>
<source>Add the layer {0}</source>
<translation>Schicht {0} hinzufügen</translation>
</message>
<message>
<source>Add the stamp {0}</source>
<translation>Stempel {0} hinzufügen</translation>
</message>
<message>
<source>Add {0}</source>
<translation>{0} hinzufügen</translation>
</message>
<message>
<source>Added {0}.</source>
<translation>{0} hinzugefügt.</translation>
</message>
<message>
<source>Adding a level …</source>
<translation>Eine Stufe wird hinzugefügt …</translation>
</message>
<message>
<source>Adds the pigment chosen below to skin, so that it reddens or tans along true colours; Ctrl takes some away, Shift evens the colour out.</source>
<translation>Fügt der Haut das unten gewählte Pigment hinzu, so dass sie sich längs wahrer Farben rötet oder bräunt; Strg nimmt etwas weg, Umschalt gleicht die Farbe aus.</translation>
</message>
<message>
<source>Add…</source>
<translation>Hinzufügen…</translation>
</message>
<message>
<source>Adjust the photo</source>
<translation>Das Foto richten</translation>
</message>
<message>
<source>Against another portrait, or the mean of several: a norm of your own</source>
<translation>Gegen ein anderes Porträt oder das Mittel mehrerer: eine eigene Norm</translation>
</message>
<message>
<source>Against portraits …</source>
<translation>Gegen Porträts …</translation>
</message>
<message>
<source>Against the mean of sex and age</source>
<translation>Gegen das Mittel von Geschlecht und Alter</translation>
</message>
<message>
<source>Age</source>
<translation>Alter</translation>
</message>
<message>
<source>Age and beard of the base head</source>
<translation>Alter und Bart des Grundkopfs</translation>
</message>
<message>
<source>Age spots</source>
<translation>Altersflecken</translation>
</message>
<message>
<source>Aged</source>
<translation>Gealtert</translation>
</message>
<message>
<source>Airbrush</source>
<translation>Sprühen</translation>
</message>
<message>
<source>Aligned</source>
<translation>Ausgerichtet</translation>
</message>
<message>
<source>All</source>
<translation>Alle</translation>
</message>
<message>
<source>All as one</source>
<translation>Alle zu einer</translation>
</message>
<message>
<source>All as they came</source>
<translation>Alle wie geliefert</translation>
</message>
<message>
<source>All hues are turned by so much</source>
<translation>Alle Farbtöne werden um so viel gedreht</translation>
</message>
<message>
<source>All layers as an OpenRaster file, for paint programs</source>
<translation>Alle Schichten als OpenRaster-Datei, für Malprogramme</translation>
</message>
<message>
<source>All of '{0}' lies on the side that goes. Draw the line the other way, or hide the piece.</source>
<translation>Alles von „{0}“ liegt auf der Seite, die wegfällt. Die Linie andersherum zeichnen oder das Stück verbergen.</translation>
</message>
<message>
<source>All of it</source>
<translation>Alles davon</translation>
</message>
<message>
<source>All of the chosen piece, or one of its regions: the mean of its colour</source>
<translation>Alles vom gewählten Stück oder einer seiner Bereiche: das Mittel seiner Farbe</translation>
</message>
<message>
<source>All of the clay, or one region, which ends softly</source>
<translation>Der ganze Ton oder ein Bereich, der weich endet</translation>
</message>
<message>
<source>All of the piece is masked.</source>
<translation>Das ganze Stück ist maskiert.</translation>
</message>
<message>
<source>All of the piece that has nearly the same colour</source>
<translation>Alles vom Stück, was nahezu dieselbe Farbe hat</translation>
</message>
<message>
<source>All other panels that this stage can use</source>
<translation>Alle anderen Tafeln, die diese Phase brauchen kann</translation>
</message>
<message>
<source>All over</source>
<translation>Überall</translation>
</message>
<message>
<source>All photos</source>
<translation>Alle Fotos</translation>
</message>
<message>
<source>All photos with a standpoint</source>
<translation>Alle Fotos mit Standpunkt</translation>
</message>
<message>
<source>All six are there.</source>
<translation>Alle sechs sind da.</translation>
</message>
<message>
<source>All six are there: lay the head on, or drag one. Esc ends.</source>
<translation>Alle sechs sind da: den Kopf auflegen oder einen ziehen. Esc beendet.</translation>
</message>
<message>
<source>All that it carries</source>
<translation>Alles, was sie trägt</translation>
</message>
<message>
<source>All that shows as one more layer on top; the others stay</source>
<translation>Alles, was zu sehen ist, als weitere Schicht obenauf; die anderen bleiben</translation>
</message>
<message>
<source>All to rest</source>
<translation>Alles zur Ruhe</translation>
</message>
<message>
<source>All tools</source>
<translation>Alle</translation>
</message>
<message>
<source>All your work is saved.</source>
<translation>All Ihre Arbeit ist gesichert.</translation>
</message>
<message>
<source>Alone</source>
<translation>Allein</translation>
</message>
<message>
<source>Along</source>
<translation>Längs</translation>
</message>
<message>
<source>Along a curve, with a radius at each of its points</source>
<translation>Längs einer Kurve, mit einem Radius an jedem ihrer Punkte</translation>
</message>
<message>
<source>Along its own normals only</source>
<translation>Nur längs seiner eigenen Normalen</translation>
</message>
<message>
<source>Along itself</source>
<translation>In sich</translation>
</message>
<message>
<source>Along the skin's lines: round the eyes and the mouth, across the forehead</source>
<translation>Längs der Hautlinien: um Augen und Mund, quer über die Stirn</translation>
</message>
<message>
<source>Along the surface only: features are shifted, the form stays</source>
<translation>Nur längs der Oberfläche: Züge werden verschoben, die Form bleibt</translation>
</message>
<message>
<source>Also what faces away</source>
<translation>Auch was abgewandt ist</translation>
</message>
<message>
<source>Also what the sitter's two sides differ in; without it the head stays symmetric</source>
<translation>Auch, worin sich die beiden Seiten des Modells unterscheiden; ohne dies bleibt der Kopf symmetrisch</translation>
</message>
<message>
<source>Amount</source>
<translation>Menge</translation>
</message>
<message>
<source>An armature has at most {0} balls; this one would have {1}.</source>
<translation>Ein Gerüst hat höchstens {0} Kugeln; dieses hätte {1}.</translation>
</message>
<message>
<source>An armature is mirrored in its own panel.</source>
<translation>Ein Gerüst wird in seiner eigenen Tafel gespiegelt.</translation>
</message>
<message>
<source>An armature needs a ball. Remove the whole armature in the list of pieces.</source>
<translation>Ein Gerüst braucht eine Kugel. Das ganze Gerüst in der Liste der Stücke entfernen.</translation>
</message>
<message>
<source>An edge of {0:g} mm is too long for balls this small. Choose a shorter one.</source>
<translation>Eine Kante von {0:g} mm ist zu lang für so kleine Kugeln. Eine kürzere wählen.</translation>
</message>
<message>
<source>An edge of {0:g} mm is too short for an armature of {1:.0f} mm. Choose a longer one.</source>
<translation>Eine Kante von {0:g} mm ist zu kurz für ein Gerüst von {1:.0f} mm. Eine längere wählen.</translation>
</message>
<message>
<source>An edge of {0:g} mm makes no sense here; {1:g} to {2:g} mm do.</source>
<translation>Eine Kante von {0:g} mm ist hier nicht sinnvoll; {1:g} bis {2:g} mm sind es.</translation>
</message>
<message>
<source>An empty layer of paint above the chosen one</source>
<translation>Eine leere Farbschicht über der gewählten</translation>
</message>
<message>
<source>An empty layer on top; strokes go on it</source>
<translation>Eine leere Schicht obenauf; Striche gehen auf sie</translation>
</message>
<message>
<source>An eye is to stand, or to look, where nothing can be. Give places in millimetres.</source>
<translation>Ein Auge soll stehen oder schauen, wo nichts sein kann. Orte in Millimetern angeben.</translation>
</message>
<message>
<source>An eye's {0} cannot be {1:g} mm; {2:g} to {3:g} mm make sense.</source>
<translation>{0} eines Auges kann nicht {1:g} mm sein; {2:g} bis {3:g} mm sind sinnvoll.</translation>
</message>
<message>
<source>An iris of {0:g} mm does not fit an eye of {1:g} mm; up to {2:.1f} mm does.</source>
<translation>Eine Iris von {0:g} mm passt nicht in ein Auge von {1:g} mm; bis {2:.1f} mm passt.</translation>
</message>
<message>
<source>Angle</source>
<translation>Winkel</translation>
</message>
<message>
<source>Angle of three points, at the second</source>
<translation>Winkel aus drei Punkten, am zweiten</translation>
</message>
<message>
<source>Angles on the soft tissue, seen as they lie in space.</source>
<translation>Winkel am Weichgewebe, wie sie im Raum liegen.</translation>
</message>
<message>
<source>Another</source>
<translation>Anderes</translation>
</message>
<message>
<source>Another level or extent needs a base head begun anew.</source>
<translation>Eine andere Stufe oder Ausdehnung braucht einen neu begonnenen Grundkopf.</translation>
</message>
<message>
<source>Another level would have {0:.1f} million vertices; {1:.0f} million are the most.</source>
<translation>Eine weitere Stufe hätte {0:.1f} Millionen Punkte; {1:.0f} Millionen sind das Meiste.</translation>
</message>
<message>
<source>Another number, another pattern of the same kind</source>
<translation>Eine andere Zahl, ein anderes Muster derselben Art</translation>
</message>
<message>
<source>Another pattern</source>
<translation>Anderes Muster</translation>
</message>
<message>
<source>Another photo is called '{0}'. Choose another name.</source>
<translation>Ein anderes Foto heißt „{0}“. Einen anderen Namen wählen.</translation>
</message>
<message>
<source>Any flat picture, laid on from where you look, where the stencil lies over the view (F9 moves it)</source>
<translation>Ein beliebiges flaches Bild, von dort aufgelegt, von wo man schaut, wo die Schablone über der Ansicht liegt (F9 bewegt sie)</translation>
</message>
<message>
<source>Arc</source>
<translation>Bogen</translation>
</message>
<message>
<source>Arch</source>
<translation>Wölbung</translation>
</message>
<message>
<source>Arm</source>
<translation>Arm</translation>
</message>
<message>
<source>Armature</source>
<translation>Gerüst</translation>
</message>
<message>
<source>Armature {0}</source>
<translation>Gerüst {0}</translation>
</message>
<message>
<source>Armature: {0}</source>
<translation>Gerüst: {0}</translation>
</message>
<message>
<source>Armatures</source>
<translation>Gerüste</translation>
</message>
<message>
<source>Arms at ease</source>
<translation>Arme locker</translation>
</message>
<message>
<source>Arms raised</source>
<translation>Arme erhoben</translation>
</message>
<message>
<source>Arms sideways</source>
<translation>Arme seitlich</translation>
</message>
<message>
<source>Arrange pieces</source>
<translation>Stücke ordnen</translation>
</message>
<message>
<source>Arrows lead the pointer (Shift finely, Ctrl far). Enter sets the tool on, Enter again takes it off; Esc takes the stroke back.</source>
<translation>Pfeile führen den Zeiger (Umschalt fein, Strg weit). Eingabe setzt das Werkzeug auf, noch einmal Eingabe hebt es ab; Esc nimmt den Strich zurück.</translation>
</message>
<message>
<source>Arrows lead the pointer in the clay view, Enter sets the tool on and takes it off.</source>
<translation>Pfeile führen den Zeiger in der Tonansicht, Eingabe setzt das Werkzeug auf und hebt es ab.</translation>
</message>
<message>
<source>Arrows to the sitter</source>
<translation>Pfeile zum Modell</translation>
</message>
<message>
<source>Arrows: where the clay has to go, {0:.0f} times as long</source>
<translation>Pfeile: wohin der Ton muss, {0:.0f}-mal so lang</translation>
</message>
<message>
<source>As I look</source>
<translation>Wie jetzt</translation>
</message>
<message>
<source>As PNG or TIFF, for other programs</source>
<translation>Als PNG oder TIFF, für andere Programme</translation>
</message>
<message>
<source>As a part of the view's height</source>
<translation>Als Teil der Höhe der Ansicht</translation>
</message>
<message>
<source>As fine as the grain</source>
<translation>So fein wie das Korn</translation>
</message>
<message>
<source>As it came</source>
<translation>Wie geliefert</translation>
</message>
<message>
<source>As it is lit</source>
<translation>Wie beleuchtet</translation>
</message>
<message>
<source>As opened</source>
<translation>Wie geöffnet</translation>
</message>
<message>
<source>As skin</source>
<translation>Als Haut</translation>
</message>
<message>
<source>As the pen says</source>
<translation>Wie der Stift sagt</translation>
</message>
<message>
<source>Ask again later</source>
<translation>Später wieder fragen</translation>
</message>
<message>
<source>Asymmetry</source>
<translation>Asymmetrie</translation>
</message>
<message>
<source>Asymmetry and exaggeration</source>
<translation>Asymmetrie und Übertreibung</translation>
</message>
<message>
<source>At</source>
<translation>Bei</translation>
</message>
<message>
<source>At least {0} landmarks are needed on both the clay and the norm; {1} are.</source>
<translation>Mindestens {0} Messpunkte sind auf Ton und Norm nötig; {1} sind da.</translation>
</message>
<message>
<source>At least {0} landmarks are needed to exaggerate the sitter; {1} are known.</source>
<translation>Um das Modell zu übertreiben, sind mindestens {0} Messpunkte nötig; {1} sind bekannt.</translation>
</message>
<message>
<source>At random</source>
<translation>Zufällig</translation>
</message>
<message>
<source>At rest</source>
<translation>In Ruhe</translation>
</message>
<message>
<source>At the angle of the jaw, between ear and chin in profile; more is steeper</source>
<translation>Am Kieferwinkel, zwischen Ohr und Kinn im Profil; mehr ist steiler</translation>
</message>
<message>
<source>Away from middle grey, or towards it</source>
<translation>Weg von mittlerem Grau oder zu ihm hin</translation>
</message>
<message>
<source>Back</source>
<translation>Zurück</translation>
</message>
<message>
<source>Back to it</source>
<translation>Zurück</translation>
</message>
<message>
<source>Back to the clay</source>
<translation>Zurück zum Ton</translation>
</message>
<message>
<source>Back to {0}</source>
<translation>Zurück zu {0}</translation>
</message>
<message>
<source>Bag</source>
<translation>Tränensack</translation>
</message>
<message>
<source>Balance it</source>
<translation>Abgleichen</translation>
</message>
<message>
<source>Ball</source>
<translation>Kugel</translation>
</message>
<message>
<source>Ball {0} of the armature hangs from ball {1}, which does not stand before it.</source>
<translation>Kugel {0} des Gerüsts hängt an Kugel {1}, die nicht vor ihr steht.</translation>
</message>
<message>
<source>Ball {0} of the armature has a radius of {1} mm; {2:g} to {3:g} make sense.</source>
<translation>Kugel {0} des Gerüsts hat einen Radius von {1} mm; {2:g} bis {3:g} sind sinnvoll.</translation>
</message>
<message>
<source>Ball {0} of the armature lies nowhere near: {1} mm.</source>
<translation>Kugel {0} des Gerüsts liegt nirgends in der Nähe: {1} mm.</translation>
</message>
<message>
<source>Ball, poles forward</source>
<translation>Kugel, Pole vorn</translation>
</message>
<message>
<source>Base</source>
<translation>Basis</translation>
</message>
<message>
<source>Base head</source>
<translation>Grundkopf</translation>
</message>
<message>
<source>Base head: {0}</source>
<translation>Grundkopf: {0}</translation>
</message>
<message>
<source>Beard</source>
<translation>Bart</translation>
</message>
<message>
<source>Beard shadow</source>
<translation>Bartschatten</translation>
</message>
<message>
<source>Before the rim</source>
<translation>Vor dem Rand</translation>
</message>
<message>
<source>Begin an armature with …</source>
<translation>Ein Gerüst beginnen mit …</translation>
</message>
<message>
<source>Begin an armature: a new piece of balls and links under a live skin</source>
<translation>Ein Gerüst beginnen: ein neues Stück aus Kugeln und Stäben unter lebender Haut</translation>
</message>
<message>
<source>Begin anew</source>
<translation>Neu beginnen</translation>
</message>
<message>
<source>Begin anew as {0} with the same head; strokes are left behind, undo brings them back</source>
<translation>Als {0} mit demselben Kopf neu beginnen; Striche bleiben zurück, Rückgängig bringt sie wieder</translation>
</message>
<message>
<source>Begin colour layers, and choose one.</source>
<translation>Farbschichten beginnen und eine wählen.</translation>
</message>
<message>
<source>Begin eyes first, and keep the clay that they stand in in sight.</source>
<translation>Erst Augen beginnen und den Ton, in dem sie stehen, in Sicht lassen.</translation>
</message>
<message>
<source>Begin layers</source>
<translation>Beginnen</translation>
</message>
<message>
<source>Begin with ...</source>
<translation>Beginnen mit ...</translation>
</message>
<message>
<source>Begin with a ready-made armature or one ball; then draw on with Ctrl.</source>
<translation>Mit einem fertigen Gerüst oder einer Kugel beginnen; dann mit Strg weiterzeichnen.</translation>
</message>
<message>
<source>Beginning</source>
<translation>Der Anfang</translation>
</message>
<message>
<source>Behind the lip</source>
<translation>Hinter Lippe</translation>
</message>
<message>
<source>Belly</source>
<translation>Bauch</translation>
</message>
<message>
<source>Below 100 % what lies behind shows through</source>
<translation>Unter 100 % scheint durch, was dahinter liegt</translation>
</message>
<message>
<source>Below 100 % what lies behind shows through.</source>
<translation>Unter 100 % scheint durch, was dahinter liegt.</translation>
</message>
<message>
<source>Below the orbit</source>
<translation>Unter der Augenhöhle</translation>
</message>
<message>
<source>Bench</source>
<translation>Werkbank</translation>
</message>
<message>
<source>Bend</source>
<translation>Biegen</translation>
</message>
<message>
<source>Bend forward</source>
<translation>Nach vorn beugen</translation>
</message>
<message>
<source>Bend into the palm</source>
<translation>In die Handfläche beugen</translation>
</message>
<message>
<source>Bend the picture by a grid of handles until it fits the form</source>
<translation>Das Bild mit einem Gitter aus Griffen biegen, bis es zur Form passt</translation>
</message>
<message>
<source>Bend to the palm</source>
<translation>Zur Handfläche beugen</translation>
</message>
<message>
<source>Bend to the thumb</source>
<translation>Zum Daumen beugen</translation>
</message>
<message>
<source>Bend up</source>
<translation>Aufwärts beugen</translation>
</message>
<message>
<source>Bending the clay …</source>
<translation>Der Ton wird gebogen …</translation>
</message>
<message>
<source>Bends the clay smoothly; detail goes along, other landmarks and locked pieces stay.</source>
<translation>Biegt den Ton weich; Einzelheiten gehen mit, andere Messpunkte und gesperrte Stücke bleiben.</translation>
</message>
<message>
<source>Beside</source>
<translation>Daneben</translation>
</message>
<message>
<source>Beside the orbit</source>
<translation>Neben der Augenhöhle</translation>
</message>
<message>
<source>Between the lips in the middle: the jaw turns, cheeks and chin go along</source>
<translation>Zwischen den Lippen in der Mitte: Der Kiefer dreht sich, Wangen und Kinn gehen mit</translation>
</message>
<message>
<source>Between the mean woman's and the mean man's measures and forms</source>
<translation>Zwischen Maßen und Formen der mittleren Frau und des mittleren Mannes</translation>
</message>
<message>
<source>Between the outer faces of the upper canines; about 35 mm is usual</source>
<translation>Zwischen den Außenseiten der oberen Eckzähne; etwa 35 mm sind üblich</translation>
</message>
<message>
<source>Between two dabs, as a part of the tool's size</source>
<translation>Zwischen zwei Tupfern, als Teil der Größe des Werkzeugs</translation>
</message>
<message>
<source>Black outline</source>
<translation>Schwarzer Umriss</translation>
</message>
<message>
<source>Blink</source>
<translation>Blinken</translation>
</message>
<message>
<source>Blink: photo and clay in turn (B)</source>
<translation>Blinken: Foto und Ton abwechselnd (B)</translation>
</message>
<message>
<source>Block</source>
<translation>Anlage</translation>
</message>
<message>
<source>Blood</source>
<translation>Blut</translation>
</message>
<message>
<source>Blood, sun, beard and tan go from 0 to 100 %, the age from 0 to 120 years.</source>
<translation>Blut, Sonne, Bart und Bräune gehen von 0 bis 100 %, das Alter von 0 bis 120 Jahren.</translation>
</message>
<message>
<source>Blotches</source>
<translation>Flecken</translation>
</message>
<message>
<source>Blows the clay up along its own normals; Ctrl lets it shrink.</source>
<translation>Bläst den Ton längs seiner eigenen Normalen auf; Strg lässt ihn schrumpfen.</translation>
</message>
<message>
<source>Blue</source>
<translation>Blau</translation>
</message>
<message>
<source>Blur colour</source>
<translation>Farbe weichzeichnen</translation>
</message>
<message>
<source>Body</source>
<translation>Körper</translation>
</message>
<message>
<source>Body: {0}</source>
<translation>Körper: {0}</translation>
</message>
<message>
<source>Both ends of that distance have to be placed on the clay: {0} and {1}.</source>
<translation>Beide Enden dieses Abstands müssen auf den Ton gesetzt sein: {0} und {1}.</translation>
</message>
<message>
<source>Both eyes alike</source>
<translation>Beide Augen gleich</translation>
</message>
<message>
<source>Both eyes look straight ahead, far away</source>
<translation>Beide Augen schauen geradeaus, weit weg</translation>
</message>
<message>
<source>Both points of a distance along the surface lie on the same piece.</source>
<translation>Beide Punkte eines Abstands längs der Oberfläche liegen auf demselben Stück.</translation>
</message>
<message>
<source>Both sides</source>
<translation>Beide Seiten</translation>
</message>
<message>
<source>Both sides are alike there already.</source>
<translation>Beide Seiten sind dort schon gleich.</translation>
</message>
<message>
<source>Both sides as the left one is</source>
<translation>Beide Seiten wie die linke</translation>
</message>
<message>
<source>Both sides as the right one is</source>
<translation>Beide Seiten wie die rechte</translation>
</message>
<message>
<source>Both sides take the mean of their forms</source>
<translation>Beide Seiten nehmen das Mittel ihrer Formen an</translation>
</message>
<message>
<source>Both ways</source>
<translation>Beide</translation>
</message>
<message>
<source>Bow</source>
<translation>Bogen</translation>
</message>
<message>
<source>Bow width</source>
<translation>Bogenbreite</translation>
</message>
<message>
<source>Box</source>
<translation>Kasten</translation>
</message>
<message>
<source>Breadth of the bridge halfway down, 5 mm behind its line</source>
<translation>Breite des Rückens auf halber Höhe, 5 mm hinter seiner Linie</translation>
</message>
<message>
<source>Breadth of the chin 12 mm behind its front</source>
<translation>Breite des Kinns 12 mm hinter seiner Vorderseite</translation>
</message>
<message>
<source>Breadth of the opening of the nostril, seen from below</source>
<translation>Breite der Nasenlochöffnung, von unten gesehen</translation>
</message>
<message>
<source>Breadth of the tip 7 mm behind its front</source>
<translation>Breite der Spitze 7 mm hinter ihrer Vorderseite</translation>
</message>
<message>
<source>Breasts</source>
<translation>Brüste</translation>
</message>
<message>
<source>Breasts, belly, seat and upper arms hang, or are taut</source>
<translation>Brüste, Bauch, Gesäß und Oberarme hängen oder sind straff</translation>
</message>
<message>
<source>Bridge breadth</source>
<translation>Breite des Rückens</translation>
</message>
<message>
<source>Bridge line</source>
<translation>Rückenlinie</translation>
</message>
<message>
<source>Brightness</source>
<translation>Helligkeit</translation>
</message>
<message>
<source>Brightness, contrast and saturation are factors of 0 to 4; the hue is in degrees.</source>
<translation>Helligkeit, Kontrast und Sättigung sind Faktoren von 0 bis 4; der Farbton ist in Grad.</translation>
</message>
<message>
<source>Brightness, contrast, saturation, hue and balance of what lies below</source>
<translation>Helligkeit, Kontrast, Sättigung, Farbton und Abgleich dessen, was darunter liegt</translation>
</message>
<message>
<source>Bring all measures of the whole face that photos show over, on the sides chosen above</source>
<translation>Alle Maße des ganzen Gesichts, die Fotos zeigen, übertragen, auf den oben gewählten Seiten</translation>
</message>
<message>
<source>Bring forward</source>
<translation>Nach vorn bringen</translation>
</message>
<message>
<source>Bring over by</source>
<translation>Hinüberbringen um</translation>
</message>
<message>
<source>Bring over by 50 %</source>
<translation>Um 50 % hinüberbringen</translation>
</message>
<message>
<source>Bring over to the new cast</source>
<translation>In den neuen Guss bringen</translation>
</message>
<message>
<source>Bring the chosen clay together here</source>
<translation>Den gewählten Ton hier zusammenbringen</translation>
</message>
<message>
<source>Bring what photos show of {0} over, on the sides chosen above; solve first</source>
<translation>Was Fotos von {0} zeigen, übertragen, auf den oben gewählten Seiten; erst lösen</translation>
</message>
<message>
<source>Bring {0} over by {1:.0f} %</source>
<translation>{0} um {1:.0f} % hinüberbringen</translation>
</message>
<message>
<source>Bringing measures over …</source>
<translation>Maße werden übertragen …</translation>
</message>
<message>
<source>Brings the clay to a plane from above and below; Ctrl drives it away from it.</source>
<translation>Bringt den Ton von oben und unten auf eine Ebene; Strg treibt ihn davon weg.</translation>
</message>
<message>
<source>Brings the clay towards the chosen stored state; Ctrl goes away from it.</source>
<translation>Bringt den Ton zum gewählten aufgehobenen Zustand hin; Strg geht davon weg.</translation>
</message>
<message>
<source>Bronze</source>
<translation>Bronze</translation>
</message>
<message>
<source>Brow and cheeks</source>
<translation>Brauen und Wangen</translation>
</message>
<message>
<source>Brow over the pupil</source>
<translation>Braue, Höhe</translation>
</message>
<message>
<source>Brow ridge</source>
<translation>Brauenwulst</translation>
</message>
<message>
<source>Brow ridge forward</source>
<translation>Brauenwulst vor</translation>
</message>
<message>
<source>Brow, base of the nose, chin against a straight line; more is a chin that lies back</source>
<translation>Braue, Nasenbasis, Kinn gegen eine Gerade; mehr ist ein zurückliegendes Kinn</translation>
</message>
<message>
<source>Brow, base of the nose, chin against a straight line; more is a chin that lies back (Legan &amp; Burstone 1980)</source>
<translation>Braue, Nasenbasis, Kinn gegen eine Gerade; mehr ist ein zurückliegendes Kinn (Legan &amp; Burstone 1980)</translation>
</message>
<message>
<source>Brown, in the upper skin: 1 to 6 % in light skin, 8 to 16 in medium, 18 to 43 in dark</source>
<translation>Braun, in der oberen Haut: 1 bis 6 % in heller Haut, 8 bis 16 in mittlerer, 18 bis 43 in dunkler</translation>
</message>
<message>
<source>Browner where clothes leave skin bare, with a line where they end</source>
<translation>Brauner, wo Kleider die Haut frei lassen, mit einer Linie, wo sie enden</translation>
</message>
<message>
<source>Bumps</source>
<translation>Buckel</translation>
</message>
<message>
<source>Bust</source>
<translation>Büste</translation>
</message>
<message>
<source>By hand</source>
<translation>Von Hand</translation>
</message>
<message>
<source>By how much the chosen eye alone looks beside that, in degrees</source>
<translation>Um wie viel das gewählte Auge allein daneben schaut, in Grad</translation>
</message>
<message>
<source>By the hairline and the face outline drawn on a photo (stage Sitter), else by the clay's scalp</source>
<translation>Nach Haaransatz und Gesichtsumriss, auf einem Foto gezeichnet (Phase Modell), sonst nach der Kopfhaut des Tons</translation>
</message>
<message>
<source>By the piece's texture places: those of base heads and figures, of the model it came from, or laid out.</source>
<translation>Nach den Texturplätzen des Stücks: denen der Grundköpfe und Figuren, des Modells, aus dem es kam, oder abgewickelt.</translation>
</message>
<message>
<source>By the tool</source>
<translation>Werkzeug</translation>
</message>
<message>
<source>By the view</source>
<translation>Ansicht</translation>
</message>
<message>
<source>CIELAB under D65; the individual typology angle; both indices count light that is swallowed, in red, and in green beyond that</source>
<translation>CIELAB unter D65; der individuelle Typologiewinkel; beide Indizes zählen geschlucktes Licht, in Rot, und in Grün darüber hinaus</translation>
</message>
<message>
<source>CSV (*.csv);;JSON (*.json)</source>
<translation>CSV (*.csv);;JSON (*.json)</translation>
</message>
<message>
<source>Calipers</source>
<translation>Taster</translation>
</message>
<message>
<source>Call the layer {0}</source>
<translation>Die Schicht {0} nennen</translation>
</message>
<message>
<source>Cancel</source>
<translation>Abbrechen</translation>
</message>
<message>
<source>Cancelled; nothing was changed.</source>
<translation>Abgebrochen; nichts wurde geändert.</translation>
</message>
<message>
<source>Canon: thirds and fifths</source>
<translation>Kanon: Drittel und Fünftel</translation>
</message>
<message>
<source>Caricature, 1.6 times</source>
<translation>Karikatur, 1,6-fach</translation>
</message>
<message>
<source>Carotene, or a bruise that fades</source>
<translation>Karotin oder ein Bluterguss, der vergeht</translation>
</message>
<message>
<source>Carrying the colour over …</source>
<translation>Die Farbe wird übertragen …</translation>
</message>
<message>
<source>Caruncle</source>
<translation>Tränenpunkt</translation>
</message>
<message>
<source>Cavities</source>
<translation>Mulden</translation>
</message>
<message>
<source>Chance</source>
<translation>Zufall</translation>
</message>
<message>
<source>Change grain</source>
<translation>Korn ändern</translation>
</message>
<message>
<source>Change the settings or take another tool, then do the stroke again: it takes the place of what it did.</source>
<translation>Die Einstellungen ändern oder ein anderes Werkzeug nehmen, dann den Strich noch einmal machen: Er tritt an die Stelle dessen, was er tat.</translation>
</message>
<message>
<source>Change the stencil</source>
<translation>Die Schablone ändern</translation>
</message>
<message>
<source>Change to</source>
<translation>Ändern auf</translation>
</message>
<message>
<source>Change {0}</source>
<translation>{0} ändern</translation>
</message>
<message>
<source>Cheek</source>
<translation>Wange</translation>
</message>
<message>
<source>Cheek's fullness</source>
<translation>Fülle der Wange</translation>
</message>
<message>
<source>Cheekbone forward</source>
<translation>Wangenbein vor</translation>
</message>
<message>
<source>Cheekbones</source>
<translation>Wangenbeine</translation>
</message>
<message>
<source>Cheekbones' breadth</source>
<translation>Breite</translation>
</message>
<message>
<source>Child, 8</source>
<translation>Kind, 8</translation>
</message>
<message>
<source>Chin</source>
<translation>Kinn</translation>
</message>
<message>
<source>Chin breadth</source>
<translation>Kinnbreite</translation>
</message>
<message>
<source>Chin's breadth</source>
<translation>Breite des Kinns</translation>
</message>
<message>
<source>Chin's height</source>
<translation>Höhe des Kinns</translation>
</message>
<message>
<source>Choose a ball first.</source>
<translation>Erst eine Kugel wählen.</translation>
</message>
<message>
<source>Choose a ball that is linked to another; the new one comes between them.</source>
<translation>Eine Kugel wählen, die mit einer anderen verbunden ist; die neue kommt dazwischen.</translation>
</message>
<message>
<source>Choose a form layer in the panel Form layers first: this tool takes it away where you draw.</source>
<translation>Erst in der Tafel Formschichten eine Formschicht wählen: Dieses Werkzeug nimmt sie weg, wo Sie zeichnen.</translation>
</message>
<message>
<source>Choose a key stage first.</source>
<translation>Erst einen Zwischenstand wählen.</translation>
</message>
<message>
<source>Choose a layer first.</source>
<translation>Erst eine Schicht wählen.</translation>
</message>
<message>
<source>Choose a layer in the panel Colour layers to paint on.</source>
<translation>In der Tafel Farbschichten eine Schicht wählen, auf die gemalt wird.</translation>
</message>
<message>
<source>Choose a measure and set it; the most probable head with all that is set follows. Set ones are bold.</source>
<translation>Ein Maß wählen und stellen; der wahrscheinlichste Kopf mit allem Gestellten folgt. Gestellte sind fett.</translation>
</message>
<message>
<source>Choose a measure in the list first.</source>
<translation>Erst ein Maß in der Liste wählen.</translation>
</message>
<message>
<source>Choose a piece first.</source>
<translation>Erst ein Stück wählen.</translation>
</message>
<message>
<source>Choose a piece of clay first.</source>
<translation>Erst ein Stück Ton wählen.</translation>
</message>
<message>
<source>Choose a solid in the list of pieces or in the view, or begin one above.</source>
<translation>Einen Grundkörper in der Liste der Stücke oder in der Ansicht wählen oder oben einen beginnen.</translation>
</message>
<message>
<source>Choose a stored state first.</source>
<translation>Erst einen aufgehobenen Zustand wählen.</translation>
</message>
<message>
<source>Choose all of it</source>
<translation>Alles davon wählen</translation>
</message>
<message>
<source>Choose another piece to take the detail from.</source>
<translation>Ein anderes Stück wählen, von dem die Einzelheiten kommen.</translation>
</message>
<message>
<source>Choose bust, half or full figure to give the head a body.</source>
<translation>Büste, halbe oder ganze Figur wählen, um dem Kopf einen Körper zu geben.</translation>
</message>
<message>
<source>Choose clay with landmarks first.</source>
<translation>Erst Ton mit Messpunkten wählen.</translation>
</message>
<message>
<source>Choose the piece to cut out, and let the clay it is cut from be in sight.</source>
<translation>Das auszuschneidende Stück wählen und den Ton, aus dem es geschnitten wird, in Sicht lassen.</translation>
</message>
<message>
<source>Choose two pieces or more to bring them together.</source>
<translation>Zwei oder mehr Stücke wählen, um sie zusammenzubringen.</translation>
</message>
<message>
<source>Choose which views stand here: directions, and photos with their lines</source>
<translation>Wählen, welche Ansichten hier stehen: Richtungen und Fotos mit ihren Linien</translation>
</message>
<message>
<source>Clay</source>
<translation>Ton</translation>
</message>
<message>
<source>Clay and photo differ here by {0:.1f} ΔE00.</source>
<translation>Ton und Foto unterscheiden sich hier um {0:.1f} ΔE00.</translation>
</message>
<message>
<source>Clay becomes triangles where it is adapted. Symmetric clay stays symmetric while symmetry is on. Layers of pose and turned parts must be off.</source>
<translation>Wo er angepasst wird, wird der Ton zu Dreiecken. Symmetrischer Ton bleibt symmetrisch, solange die Symmetrie an ist. Schichten von Pose und gedrehten Teilen müssen aus sein.</translation>
</message>
<message>
<source>Clay of {0}</source>
<translation>Ton von {0}</translation>
</message>
<message>
<source>Clay over it</source>
<translation>Ton darüber</translation>
</message>
<message>
<source>Clay that lies farther off than this is not taken over</source>
<translation>Ton, der weiter weg liegt, wird nicht übernommen</translation>
</message>
<message>
<source>Clay with form layers keeps its faces: strokes do not adapt the detail here.</source>
<translation>Ton mit Formschichten behält seine Flächen: Striche passen die Feinheit hier nicht an.</translation>
</message>
<message>
<source>Clay {0:g} mm thick is not looked for; {1:g} to {2:g} mm make sense.</source>
<translation>{0:g} mm dicker Ton wird nicht gesucht; {1:g} bis {2:g} mm sind sinnvoll.</translation>
</message>
<message>
<source>Clear</source>
<translation>Leeren</translation>
</message>
<message>
<source>Clear the mask</source>
<translation>Die Maske leeren</translation>
</message>
<message>
<source>Click</source>
<translation>Klicken</translation>
</message>
<message>
<source>Click a matched photo first; then take a colour from it.</source>
<translation>Erst auf ein eingepasstes Foto klicken; dann eine Farbe daraus nehmen.</translation>
</message>
<message>
<source>Click a photo: the clay shows in the same perspective, with the photo over it. W wipes between them, B blinks.</source>
<translation>Auf ein Foto klicken: Der Ton zeigt sich in derselben Perspektive, das Foto darüber. W wischt dazwischen, B blinkt.</translation>
</message>
<message>
<source>Click an iris inside a photo that you stand at: click a photo on the wall first.</source>
<translation>Eine Iris in einem Foto anklicken, an dem man steht: Erst auf ein Foto an der Wand klicken.</translation>
</message>
<message>
<source>Click an iris on the photo that you stand at; with Shift, its part round the pupil</source>
<translation>Eine Iris auf dem Foto anklicken, an dem man steht; mit Umschalt ihren Teil um die Pupille</translation>
</message>
<message>
<source>Click an iris on the photo; with Shift, its part round the pupil. Esc ends.</source>
<translation>Eine Iris auf dem Foto anklicken; mit Umschalt ihren Teil um die Pupille. Esc beendet.</translation>
</message>
<message>
<source>Click at least {0} landmarks on '{1}' first; {2} are there.</source>
<translation>Erst mindestens {0} Messpunkte auf „{1}“ anklicken; {2} sind da.</translation>
</message>
<message>
<source>Click at least {0} landmarks on the clay; {1} are there.</source>
<translation>Mindestens {0} Messpunkte auf dem Ton anklicken; {1} sind da.</translation>
</message>
<message>
<source>Click inside a photo that you stand at.</source>
<translation>In ein Foto klicken, an dessen Standpunkt man steht.</translation>
</message>
<message>
<source>Click inside the sheet.</source>
<translation>In das Blatt klicken.</translation>
</message>
<message>
<source>Click landmarks for the head</source>
<translation>Messpunkte für den Kopf klicken</translation>
</message>
<message>
<source>Click one pupil on the clay, then the other. Esc ends.</source>
<translation>Eine Pupille auf dem Ton anklicken, dann die andere. Esc beendet.</translation>
</message>
<message>
<source>Click one pupil on the clay, then the other: two eyes begin there</source>
<translation>Eine Pupille auf dem Ton anklicken, dann die andere: Dort beginnen zwei Augen</translation>
</message>
<message>
<source>Click point after point; drag a point to move it, click on the line to add one. Delete takes a point away, Return goes to the next line.</source>
<translation>Punkt für Punkt anklicken; einen Punkt ziehen, um ihn zu versetzen, auf die Linie klicken, um einen hinzuzufügen. Entf nimmt einen Punkt weg, Eingabe geht zur nächsten Linie.</translation>
</message>
<message>
<source>Click point {0} of {1}{2}. Esc ends.</source>
<translation>Punkt {0} von {1} anklicken{2}. Esc beendet.</translation>
</message>
<message>
<source>Click the clay to take its colour (I). In the marking view, Alt+click takes a photo's.</source>
<translation>Auf den Ton klicken, um seine Farbe zu nehmen (I). In der Ansicht zum Markieren nimmt Alt+Klick die eines Fotos.</translation>
</message>
<message>
<source>Click the clay to take its colour. Esc ends.</source>
<translation>Auf den Ton klicken, um seine Farbe zu nehmen. Esc beendet.</translation>
</message>
<message>
<source>Click the clay to take the colour of the chosen layer there. Esc ends.</source>
<translation>Auf den Ton klicken, um die Farbe der gewählten Schicht dort zu nehmen. Esc beendet.</translation>
</message>
<message>
<source>Click the clay to take the colour that the chosen layer alone has there</source>
<translation>Auf den Ton klicken, um die Farbe zu nehmen, die die gewählte Schicht allein dort hat</translation>
</message>
<message>
<source>Click the clay where a pupil is to be.</source>
<translation>Den Ton dort anklicken, wo eine Pupille sein soll.</translation>
</message>
<message>
<source>Click the photo to take its colour. Esc ends.</source>
<translation>Auf das Foto klicken, um seine Farbe zu nehmen. Esc beendet.</translation>
</message>
<message>
<source>Click the pivot on the clay</source>
<translation>Den Drehpunkt auf dem Ton anklicken</translation>
</message>
<message>
<source>Click the six landmarks on the chosen piece from which the head is laid on; Esc ends.</source>
<translation>Die sechs Messpunkte auf dem gewählten Stück anklicken, von denen aus der Kopf aufgelegt wird; Esc beendet.</translation>
</message>
<message>
<source>Click the six landmarks on the chosen piece, one after the other; drag one to move it</source>
<translation>Die sechs Messpunkte auf dem gewählten Stück nacheinander anklicken; ziehen versetzt einen</translation>
</message>
<message>
<source>Click to look at it</source>
<translation>Anklicken, um es anzusehen</translation>
</message>
<message>
<source>Click to mark landmarks on it</source>
<translation>Klicken, um Messpunkte darauf zu markieren</translation>
</message>
<message>
<source>Click two points on the sheet that another sheet shows too, the upper one first</source>
<translation>Zwei Punkte auf dem Blatt anklicken, die auch ein anderes zeigt, den oberen zuerst</translation>
</message>
<message>
<source>Click two points on the sheet, the upper one first. Esc ends.</source>
<translation>Zwei Punkte auf dem Blatt anklicken, den oberen zuerst. Esc beendet.</translation>
</message>
<message>
<source>Click where {0} sits. Esc ends.</source>
<translation>Klicken, wo {0} sitzt. Esc beendet.</translation>
</message>
<message>
<source>Clip</source>
<translation>Abschneiden</translation>
</message>
<message>
<source>Clone colour</source>
<translation>Farbe kopieren</translation>
</message>
<message>
<source>Close</source>
<translation>Schließen</translation>
</message>
<message>
<source>Close Yewfinch.</source>
<translation>Yewfinch schließen.</translation>
</message>
<message>
<source>Cloth</source>
<translation>Stoff</translation>
</message>
<message>
<source>Clothe into clay</source>
<translation>Mit Ton bekleiden</translation>
</message>
<message>
<source>Clothe {0}</source>
<translation>{0} bekleiden</translation>
</message>
<message>
<source>Clothing the armature …</source>
<translation>Das Gerüst wird bekleidet …</translation>
</message>
<message>
<source>Coarser level</source>
<translation>Gröbere Stufe</translation>
</message>
<message>
<source>Colour</source>
<translation>Farbe</translation>
</message>
<message>
<source>Colour alone</source>
<translation>Farbe allein</translation>
</message>
<message>
<source>Colour burn</source>
<translation>Farbig nachbelichten</translation>
</message>
<message>
<source>Colour dodge</source>
<translation>Farbig abwedeln</translation>
</message>
<message>
<source>Colour how far the clay lies from each drawn line (F)</source>
<translation>Färben, wie weit der Ton von jeder gezeichneten Linie liegt (F)</translation>
</message>
<message>
<source>Colour how far the clay lies from the lines drawn on the photo.</source>
<translation>Färben, wie weit der Ton von den auf dem Foto gezeichneten Linien liegt.</translation>
</message>
<message>
<source>Colour in hand</source>
<translation>Farbe in der Hand</translation>
</message>
<message>
<source>Colour layers</source>
<translation>Farbschichten</translation>
</message>
<message>
<source>Colour layers for {0}</source>
<translation>Farbschichten für {0}</translation>
</message>
<message>
<source>Colour map</source>
<translation>Farbkarte</translation>
</message>
<message>
<source>Colour of what is drawn next</source>
<translation>Farbe dessen, was als Nächstes gezeichnet wird</translation>
</message>
<message>
<source>Colour of {0}</source>
<translation>Farbe von {0}</translation>
</message>
<message>
<source>Colour the clay by how far each place is from the image of its counterpart</source>
<translation>Den Ton danach färben, wie weit jede Stelle vom Bild ihres Gegenstücks liegt</translation>
</message>
<message>
<source>Colour …</source>
<translation>Farbe …</translation>
</message>
<message>
<source>Colours as they are</source>
<translation>Farben, wie sie sind</translation>
</message>
<message>
<source>Colours that differ by less are filled (CIELAB)</source>
<translation>Farben, die sich um weniger unterscheiden, werden gefüllt (CIELAB)</translation>
</message>
<message>
<source>Colours to</source>
<translation>Farben bis</translation>
</message>
<message>
<source>Colours to begin with</source>
<translation>Farben für den Anfang</translation>
</message>
<message>
<source>Columella down</source>
<translation>Steg tiefer</translation>
</message>
<message>
<source>Compare</source>
<translation>Vergleichen</translation>
</message>
<message>
<source>Compare the clay with the key stage before the one that is shown.</source>
<translation>Den Ton mit dem Zwischenstand vor dem gezeigten vergleichen.</translation>
</message>
<message>
<source>Compare the clay with the next key stage.</source>
<translation>Den Ton mit dem nächsten Zwischenstand vergleichen.</translation>
</message>
<message>
<source>Compare with a key stage</source>
<translation>Mit einem Zwischenstand vergleichen</translation>
</message>
<message>
<source>Compare with a portrait</source>
<translation>Mit einem Porträt vergleichen</translation>
</message>
<message>
<source>Compare with another portrait</source>
<translation>Mit einem anderen Porträt vergleichen</translation>
</message>
<message>
<source>Compare with the key stage before this one</source>
<translation>Mit dem Zwischenstand vor diesem vergleichen</translation>
</message>
<message>
<source>Compare with the next key stage</source>
<translation>Mit dem nächsten Zwischenstand vergleichen</translation>
</message>
<message>
<source>Compare with the sitter taken so far from the mean of sex and age: 1 is the sitter, more a caricature</source>
<translation>Mit dem Modell vergleichen, so weit vom Mittel von Geschlecht und Alter genommen: 1 ist das Modell, mehr eine Karikatur</translation>
</message>
<message>
<source>Comparing with the norm …</source>
<translation>Es wird mit der Norm verglichen …</translation>
</message>
<message>
<source>Comparison sheet</source>
<translation>Vergleichsblatt</translation>
</message>
<message>
<source>Comparison sheet…</source>
<translation>Vergleichsblatt…</translation>
</message>
<message>
<source>Complexion</source>
<translation>Teint</translation>
</message>
<message>
<source>Complexion of {0}</source>
<translation>Teint von {0}</translation>
</message>
<message>
<source>Cone</source>
<translation>Kegel</translation>
</message>
<message>
<source>Contrast</source>
<translation>Kontrast</translation>
</message>
<message>
<source>Converging</source>
<translation>Zulauf</translation>
</message>
<message>
<source>Copies the look of another place: Ctrl and a click say which one; Shift evens out.</source>
<translation>Kopiert das Aussehen einer anderen Stelle: Strg und ein Klick sagen, welcher; Umschalt gleicht aus.</translation>
</message>
<message>
<source>Copy the report</source>
<translation>Den Bericht kopieren</translation>
</message>
<message>
<source>Cornea radius</source>
<translation>Hornhautradius</translation>
</message>
<message>
<source>Corner fold</source>
<translation>Winkelfalte</translation>
</message>
<message>
<source>Corners</source>
<translation>Winkel</translation>
</message>
<message>
<source>Corners back</source>
<translation>Winkel zurück</translation>
</message>
<message>
<source>Corners in</source>
<translation>Winkel einwärts</translation>
</message>
<message>
<source>Corners up</source>
<translation>Winkel hoch</translation>
</message>
<message>
<source>Crease</source>
<translation>Furche</translation>
</message>
<message>
<source>Crease and fold</source>
<translation>Furche und Falte</translation>
</message>
<message>
<source>Crease depth</source>
<translation>Furchentiefe</translation>
</message>
<message>
<source>Crease height</source>
<translation>Furchenhöhe</translation>
</message>
<message>
<source>Creases apart</source>
<translation>Abstand</translation>
</message>
<message>
<source>Creases cannot have a {0} of {1:g} mm; {2:g} to {3:g} mm make sense.</source>
<translation>Fältchen können {0} nicht {1:g} mm haben; {2:g} bis {3:g} mm sind sinnvoll.</translation>
</message>
<message>
<source>Creases of the same kind in other places</source>
<translation>Fältchen derselben Art an anderen Stellen</translation>
</message>
<message>
<source>Crests</source>
<translation>Grate</translation>
</message>
<message>
<source>Crooked</source>
<translation>Schief</translation>
</message>
<message>
<source>Crop the photo</source>
<translation>Das Foto zuschneiden</translation>
</message>
<message>
<source>Crypts</source>
<translation>Krypten</translation>
</message>
<message>
<source>Ctrl</source>
<translation>Strg</translation>
</message>
<message>
<source>Curve</source>
<translation>Kurve</translation>
</message>
<message>
<source>Cut and outline</source>
<translation>Schnitt und Umriss</translation>
</message>
<message>
<source>Cut clay along a line drawn on the view; Esc ends.</source>
<translation>Ton längs einer in der Ansicht gezeichneten Linie schneiden; Esc beendet.</translation>
</message>
<message>
<source>Cut every piece that is shown and not locked; else only the chosen one</source>
<translation>Jedes gezeigte und nicht gesperrte Stück schneiden; sonst nur das gewählte</translation>
</message>
<message>
<source>Cut lips of one surface apart along the line of the mouth; they get edges and an inside behind them</source>
<translation>Lippen aus einer Fläche längs der Mundlinie trennen; sie erhalten Ränder und dahinter ein Inneres</translation>
</message>
<message>
<source>Cut open</source>
<translation>Aufschneiden</translation>
</message>
<message>
<source>Cut out of a larger photo</source>
<translation>Aus einem größeren Foto geschnitten</translation>
</message>
<message>
<source>Cut the chosen piece out</source>
<translation>Gewähltes ausschneiden</translation>
</message>
<message>
<source>Cut the clay away</source>
<translation>Wegschneiden</translation>
</message>
<message>
<source>Cut the clay by a plane along the midline, or leave it whole.</source>
<translation>Den Ton durch eine Ebene längs der Mitte schneiden oder ganz lassen.</translation>
</message>
<message>
<source>Cut the mouth open</source>
<translation>Den Mund aufschneiden</translation>
</message>
<message>
<source>Cut the other side away</source>
<translation>Andere Seite weg</translation>
</message>
<message>
<source>Cut {0}</source>
<translation>{0} schneiden</translation>
</message>
<message>
<source>Cuts a groove with straight sides; Ctrl raises an edge.</source>
<translation>Schneidet eine Rinne mit geraden Seiten; Strg hebt eine Kante.</translation>
</message>
<message>
<source>Cuts a sharp line and draws its sides together; Ctrl raises a ridge.</source>
<translation>Schneidet eine scharfe Linie und zieht ihre Seiten zusammen; Strg hebt einen Grat.</translation>
</message>
<message>
<source>Cutting and outlines</source>
<translation>Schneiden und Umrisse</translation>
</message>
<message>
<source>Cutting the mouth open …</source>
<translation>Der Mund wird aufgeschnitten …</translation>
</message>
<message>
<source>Cutting …</source>
<translation>Es wird geschnitten …</translation>
</message>
<message>
<source>Cylinder</source>
<translation>Zylinder</translation>
</message>
<message>
<source>Dabs are strewn beside the stroke, as a part of the tool's size</source>
<translation>Tupfer werden neben den Strich gestreut, als Teil der Größe des Werkzeugs</translation>
</message>
<message>
<source>Dark edge</source>
<translation>Dunkler Rand</translation>
</message>
<message>
<source>Dark panels; the grey behind the clay stays, as colour is judged against it</source>
<translation>Dunkle Tafeln; das Grau hinter dem Ton bleibt, weil Farbe daran beurteilt wird</translation>
</message>
<message>
<source>Dark pits beside the part round the pupil</source>
<translation>Dunkle Gruben neben dem Teil um die Pupille</translation>
</message>
<message>
<source>Dark variant</source>
<translation>Dunkle Variante</translation>
</message>
<message>
<source>Darken</source>
<translation>Abdunkeln</translation>
</message>
<message>
<source>Darker where clay nearby takes the light: ambient occlusion</source>
<translation>Dunkler, wo Ton in der Nähe das Licht nimmt: Umgebungsverdeckung</translation>
</message>
<message>
<source>Del</source>
<translation>Entf</translation>
</message>
<message>
<source>Delete it</source>
<translation>Löschen</translation>
</message>
<message>
<source>Demo portrait</source>
<translation>Vorführporträt</translation>
</message>
<message>
<source>Density</source>
<translation>Dichte</translation>
</message>
<message>
<source>Depth</source>
<translation>Tiefe</translation>
</message>
<message>
<source>Depth of the deepest fine creases that 'Lay creases' lays</source>
<translation>Tiefe der tiefsten Fältchen, die „Fältchen legen“ legt</translation>
</message>
<message>
<source>Describe {0}</source>
<translation>{0} beschreiben</translation>
</message>
<message>
<source>Design sheet</source>
<translation>Entwurfsblatt</translation>
</message>
<message>
<source>Design sheets</source>
<translation>Entwurfsblätter</translation>
</message>
<message>
<source>Detail before the remesh</source>
<translation>Einzelheiten vor dem Vernetzen</translation>
</message>
<message>
<source>Detail of {0} onto {1}</source>
<translation>Einzelheiten von {0} auf {1}</translation>
</message>
<message>
<source>Dials of {0}</source>
<translation>Regler {0}</translation>
</message>
<message>
<source>Diameter of the eyeball; grown people's are about 24 mm</source>
<translation>Durchmesser des Augapfels; der von Erwachsenen ist etwa 24 mm</translation>
</message>
<message>
<source>Diameter of the iris from white to white; nearly everybody's is 11 to 12.5 mm</source>
<translation>Durchmesser der Iris von Weiß zu Weiß; bei fast allen 11 bis 12,5 mm</translation>
</message>
<message>
<source>Diameter of the tool in mm of the sitter ([ and ])</source>
<translation>Durchmesser des Werkzeugs in mm am Modell ([ und ])</translation>
</message>
<message>
<source>Difference</source>
<translation>Differenz</translation>
</message>
<message>
<source>Difference as layer</source>
<translation>Differenz</translation>
</message>
<message>
<source>Discard</source>
<translation>Verwerfen</translation>
</message>
<message>
<source>Distance between both pupils when they look far away</source>
<translation>Abstand beider Pupillen, wenn sie in die Ferne schauen</translation>
</message>
<message>
<source>Distance between two points along the surface</source>
<translation>Abstand zweier Punkte längs der Oberfläche</translation>
</message>
<message>
<source>Distance between two points, straight</source>
<translation>Abstand zweier Punkte, gerade</translation>
</message>
<message>
<source>Distances</source>
<translation>Abstände</translation>
</message>
<message>
<source>Distances run along the surface: the upper lip leaves the lower alone</source>
<translation>Abstände laufen längs der Oberfläche: Die Oberlippe lässt die untere in Ruhe</translation>
</message>
<message>
<source>Do it again.</source>
<translation>Noch einmal tun.</translation>
</message>
<message>
<source>Do the last stroke again</source>
<translation>Den letzten Strich noch einmal machen</translation>
</message>
<message>
<source>Do the last stroke again with the tool in hand and its settings, in the place of what it did.</source>
<translation>Den letzten Strich mit dem Werkzeug in der Hand und seinen Einstellungen noch einmal machen, an Stelle dessen, was er tat.</translation>
</message>
<message>
<source>Done again: {0}.</source>
<translation>Noch einmal: {0}.</translation>
</message>
<message>
<source>Dot</source>
<translation>Punkt</translation>
</message>
<message>
<source>Down</source>
<translation>Ab</translation>
</message>
<message>
<source>Drag</source>
<translation>Ziehen</translation>
</message>
<message>
<source>Drag a ball across the view; with Shift all that hangs on it comes along</source>
<translation>Eine Kugel über die Ansicht ziehen; mit Umschalt kommt alles mit, was an ihr hängt</translation>
</message>
<message>
<source>Drag a ball; Ctrl draws a new one from it; click a link to insert one; Del removes. Esc ends.</source>
<translation>Eine Kugel ziehen; Strg zeichnet eine neue daraus; ein Klick auf einen Stab fügt eine ein; Entf entfernt. Esc beendet.</translation>
</message>
<message>
<source>Drag a box over it</source>
<translation>Einen Kasten darüber ziehen</translation>
</message>
<message>
<source>Drag a box over what is to be cut</source>
<translation>Einen Kasten über das ziehen, was geschnitten werden soll</translation>
</message>
<message>
<source>Drag a box over what is to be masked</source>
<translation>Einen Kasten über das ziehen, was maskiert werden soll</translation>
</message>
<message>
<source>Drag a handle along its way. Esc ends.</source>
<translation>Einen Griff auf seinem Weg ziehen. Esc beendet.</translation>
</message>
<message>
<source>Drag a handle of the grid to bend the stencil; drag inside to move it. Esc ends.</source>
<translation>Einen Griff des Gitters ziehen, um die Schablone zu biegen; innen ziehen, um sie zu bewegen. Esc beendet.</translation>
</message>
<message>
<source>Drag a handle, or a piece; Ctrl goes in steps, Ctrl+click chooses more, Shift sticks to a surface. Esc ends.</source>
<translation>Einen Griff oder ein Stück ziehen; Strg geht in Schritten, Strg+Klick wählt mehr, Umschalt haftet an einer Oberfläche. Esc beendet.</translation>
</message>
<message>
<source>Drag a knot or a corner of the lids. Esc ends.</source>
<translation>Einen Knoten oder einen Winkel der Lider ziehen. Esc beendet.</translation>
</message>
<message>
<source>Drag a knot or a corner of the lips. Esc ends.</source>
<translation>Einen Knoten oder einen Winkel der Lippen ziehen. Esc beendet.</translation>
</message>
<message>
<source>Drag a landmark along the clay. Esc ends.</source>
<translation>Einen Messpunkt über den Ton ziehen. Esc beendet.</translation>
</message>
<message>
<source>Drag a line of the face along the clay; {0:.0f} mm of it go along ([ and ]), with Shift all of it. Esc ends.</source>
<translation>Eine Linie des Gesichts über den Ton ziehen; {0:.0f} mm von ihr gehen mit ([ und ]), mit Umschalt alles. Esc beendet.</translation>
</message>
<message>
<source>Drag a rectangle to crop. Marks and standpoint stay right, the original stays untouched.</source>
<translation>Ein Rechteck ziehen, um zuzuschneiden. Marken und Standpunkt bleiben richtig, das Original bleibt unberührt.</translation>
</message>
<message>
<source>Drag a solid; with Shift it sticks to what lies under the pointer. Esc ends.</source>
<translation>Einen Grundkörper ziehen; mit Umschalt haftet er an dem, was unter dem Zeiger liegt. Esc beendet.</translation>
</message>
<message>
<source>Drag a straight line across the clay</source>
<translation>Eine gerade Linie über den Ton ziehen</translation>
</message>
<message>
<source>Drag colour</source>
<translation>Farbe ziehen</translation>
</message>
<message>
<source>Drag in the view: both eyes look at the pointer; Esc ends.</source>
<translation>In der Ansicht ziehen: Beide Augen schauen auf den Zeiger; Esc beendet.</translation>
</message>
<message>
<source>Drag landmarks along the clay.</source>
<translation>Messpunkte über den Ton ziehen.</translation>
</message>
<message>
<source>Drag landmarks along the surface (L)</source>
<translation>Messpunkte über die Oberfläche ziehen (L)</translation>
</message>
<message>
<source>Drag lines of the face</source>
<translation>Linien des Gesichts ziehen</translation>
</message>
<message>
<source>Drag lines of the face along the clay; with Shift all of a line. Esc ends.</source>
<translation>Linien des Gesichts über den Ton ziehen; mit Umschalt die ganze Linie. Esc beendet.</translation>
</message>
<message>
<source>Drag on the photo. Grids and guides go from corner to corner.</source>
<translation>Auf dem Foto ziehen. Gitter und Hilfslinien gehen von Ecke zu Ecke.</translation>
</message>
<message>
<source>Drag solids across the view, with Shift along other pieces; Esc ends.</source>
<translation>Grundkörper über die Ansicht ziehen, mit Umschalt an anderen Stücken entlang; Esc beendet.</translation>
</message>
<message>
<source>Drag the clay or a dot to turn its joint; with Ctrl the joints above it too. Esc ends.</source>
<translation>Den Ton oder einen Punkt ziehen, um sein Gelenk zu drehen; mit Strg auch die Gelenke darüber. Esc beendet.</translation>
</message>
<message>
<source>Drag the gaze</source>
<translation>Den Blick ziehen</translation>
</message>
<message>
<source>Drag the handles of the chosen feature in the view; Esc ends.</source>
<translation>Die Griffe des gewählten Gesichtsteils in der Ansicht ziehen; Esc beendet.</translation>
</message>
<message>
<source>Drag the knots; click the curve for another, Delete removes one. Enter confirms, Esc takes the stroke back.</source>
<translation>Die Knoten ziehen; ein Klick auf die Kurve gibt einen weiteren, Entf entfernt einen. Eingabe bestätigt, Esc nimmt den Strich zurück.</translation>
</message>
<message>
<source>Drag the lines</source>
<translation>Die Linien ziehen</translation>
</message>
<message>
<source>Drag the lines of the lips by their knots in the view; Esc ends.</source>
<translation>Die Lippenlinien an ihren Knoten in der Ansicht ziehen; Esc beendet.</translation>
</message>
<message>
<source>Drag the margins</source>
<translation>Die Ränder ziehen</translation>
</message>
<message>
<source>Drag the margins of the lids by their knots in the view; Esc ends.</source>
<translation>Die Lidränder an ihren Knoten in der Ansicht ziehen; Esc beendet.</translation>
</message>
<message>
<source>Drag the stencil to move it, a corner to size it, the gold knob to turn it (Ctrl in steps). Esc ends.</source>
<translation>Die Schablone ziehen, um sie zu bewegen, eine Ecke, um sie zu vergrößern, den goldenen Knopf, um sie zu drehen (Strg in Schritten). Esc beendet.</translation>
</message>
<message>
<source>Drag to the right for a larger tool, up for a stronger one</source>
<translation>Nach rechts ziehen für ein größeres Werkzeug, nach oben für ein stärkeres</translation>
</message>
<message>
<source>Drag to turn the work, click a tick to snap to it, arrow keys turn by 15°</source>
<translation>Ziehen dreht die Arbeit, ein Klick auf einen Strich rastet dort ein, Pfeiltasten drehen um 15°</translation>
</message>
<message>
<source>Drag to turn, wheel to zoom, double click to go there</source>
<translation>Ziehen dreht, das Rad zoomt, Doppelklick geht dorthin</translation>
</message>
<message>
<source>Drag up or down: the ball and all that hangs on it grow or shrink</source>
<translation>Auf oder ab ziehen: Die Kugel und alles, was an ihr hängt, wächst oder schrumpft</translation>
</message>
<message>
<source>Drag: both eyes follow the pointer. Esc ends.</source>
<translation>Ziehen: Beide Augen folgen dem Zeiger. Esc beendet.</translation>
</message>
<message>
<source>Draw</source>
<translation>Zeichnen</translation>
</message>
<message>
<source>Draw a guide</source>
<translation>Eine Leitlinie zeichnen</translation>
</message>
<message>
<source>Draw a lathe</source>
<translation>Drehform zeichnen</translation>
</message>
<message>
<source>Draw a line across the clay</source>
<translation>Eine Linie über den Ton zeichnen</translation>
</message>
<message>
<source>Draw a line along the part, from its joint; then drag its far end round. Esc ends.</source>
<translation>Eine Linie längs des Teils zeichnen, von seinem Gelenk aus; dann sein fernes Ende herumziehen. Esc beendet.</translation>
</message>
<message>
<source>Draw a line along the part: press at its joint and drag towards its end.</source>
<translation>Eine Linie längs des Teils zeichnen: an seinem Gelenk drücken und zu seinem Ende ziehen.</translation>
</message>
<message>
<source>Draw a person of this sex and age from the joint spread of all measures</source>
<translation>Eine Person dieses Geschlechts und Alters aus der gemeinsamen Streuung aller Maße ziehen</translation>
</message>
<message>
<source>Draw a tube</source>
<translation>Rohr zeichnen</translation>
</message>
<message>
<source>Draw a {0}</source>
<translation>{0} zeichnen</translation>
</message>
<message>
<source>Draw along the form what quads are to follow; with Ctrl, guides that the line meets go. Esc ends.</source>
<translation>Längs der Form zeichnen, wem Vierecke folgen sollen; mit Strg gehen Leitlinien, die die Linie trifft. Esc beendet.</translation>
</message>
<message>
<source>Draw guides</source>
<translation>Leitlinien zeichnen</translation>
</message>
<message>
<source>Draw here</source>
<translation>Hier zeichnen</translation>
</message>
<message>
<source>Draw here with the pen; a double click empties the field</source>
<translation>Hier mit dem Stift zeichnen; ein Doppelklick leert das Feld</translation>
</message>
<message>
<source>Draw it, then move its knots; Enter confirms</source>
<translation>Zeichnen, dann seine Knoten bewegen; Eingabe bestätigt</translation>
</message>
<message>
<source>Draw lids, lips, brows, wings, ears and outlines</source>
<translation>Lider, Lippen, Brauen, Flügel, Ohren und Umrisse zeichnen</translation>
</message>
<message>
<source>Draw lines on the clay that quads are to follow; with Ctrl, what a line meets goes</source>
<translation>Linien auf den Ton zeichnen, denen Vierecke folgen sollen; mit Strg geht, was eine Linie trifft</translation>
</message>
<message>
<source>Draw one side of a turned form on the view, from its upright axis on; it stays a solid. Esc ends.</source>
<translation>Eine Seite einer Drehform in der Ansicht zeichnen, von ihrer aufrechten Achse aus; sie bleibt ein Grundkörper. Esc beendet.</translation>
</message>
<message>
<source>Draw one side of the outline from its axis on: it is turned about the upright through the first point. Esc ends.</source>
<translation>Eine Seite des Umrisses von seiner Achse aus zeichnen: Sie wird um die Aufrechte durch den ersten Punkt gedreht. Esc beendet.</translation>
</message>
<message>
<source>Draw outlines, lids or lips on a solved photo (its desk, Lines) to compare them.</source>
<translation>Umrisse, Lider oder Lippen auf einem gelösten Foto zeichnen (sein Tisch, Linien), um sie zu vergleichen.</translation>
</message>
<message>
<source>Draw over the clay with the pointer. Shift smooths, Ctrl takes away, [ and ] change the size. {0} takes a stroke back.</source>
<translation>Mit dem Zeiger über den Ton zeichnen. Umschalt glättet, Strg nimmt weg, [ und ] ändern die Größe. {0} nimmt einen Strich zurück.</translation>
</message>
<message>
<source>Draw round what is to be cut</source>
<translation>Um das zeichnen, was geschnitten werden soll</translation>
</message>
<message>
<source>Draw round what is to be masked</source>
<translation>Um das zeichnen, was maskiert werden soll</translation>
</message>
<message>
<source>Draw round what is to be masked; with Ctrl free it. Esc ends.</source>
<translation>Um das zeichnen, was maskiert werden soll; mit Strg freigeben. Esc beendet.</translation>
</message>
<message>
<source>Draw the chosen line on the chosen piece, in place of the one that there is</source>
<translation>Die gewählte Linie auf das gewählte Stück zeichnen, an die Stelle der vorhandenen</translation>
</message>
<message>
<source>Draw the course of a tube on the view; it stays a solid. Esc ends.</source>
<translation>Den Verlauf eines Rohrs in der Ansicht zeichnen; es bleibt ein Grundkörper. Esc beendet.</translation>
</message>
<message>
<source>Draw the cut in the view</source>
<translation>Den Schnitt in der Ansicht zeichnen</translation>
</message>
<message>
<source>Draw the edges of the clay's net.</source>
<translation>Die Kanten des Netzes zeichnen.</translation>
</message>
<message>
<source>Draw the outline it is to have</source>
<translation>Den Umriss zeichnen, den es haben soll</translation>
</message>
<message>
<source>Draw the outline that the chosen piece is to have; its silhouette goes there. Esc ends.</source>
<translation>Den Umriss zeichnen, den das gewählte Stück haben soll; seine Silhouette geht dorthin. Esc beendet.</translation>
</message>
<message>
<source>Draw the outline that the clay is to have, near the one it has. Esc ends.</source>
<translation>Den Umriss zeichnen, den der Ton haben soll, nahe dem, den er hat. Esc beendet.</translation>
</message>
<message>
<source>Draw the texture on the chosen piece without touching the clay</source>
<translation>Die Textur auf das gewählte Stück zeichnen, ohne den Ton zu berühren</translation>
</message>
<message>
<source>Draw the tube's course: along clay under the pointer, else across the view. Esc ends.</source>
<translation>Den Verlauf des Rohrs zeichnen: längs des Tons unter dem Zeiger, sonst quer über die Ansicht. Esc beendet.</translation>
</message>
<message>
<source>Draw to the other end, then bend it by its middle; Enter confirms</source>
<translation>Zum anderen Ende ziehen, dann an der Mitte biegen; Eingabe bestätigt</translation>
</message>
<message>
<source>Draw {0}</source>
<translation>{0} zeichnen</translation>
</message>
<message>
<source>Draw {0} on the clay in one go: {1}. Esc ends.</source>
<translation>{0} in einem Zug auf den Ton zeichnen: {1}. Esc beendet.</translation>
</message>
<message>
<source>Draw, move, bend and scale the balls of an armature; Esc ends.</source>
<translation>Die Kugeln eines Gerüsts zeichnen, verschieben, biegen und vergrößern; Esc beendet.</translation>
</message>
<message>
<source>Drawings ({0})</source>
<translation>Zeichnungen ({0})</translation>
</message>
<message>
<source>Drawn in (to the right) or straight</source>
<translation>Eingezogen (nach rechts) oder gerade</translation>
</message>
<message>
<source>Drawn out</source>
<translation>Gestreckt</translation>
</message>
<message>
<source>Draws a long form out of the clay, as far as you go; Ctrl presses one in.</source>
<translation>Zieht eine lange Form aus dem Ton, so weit Sie gehen; Strg drückt eine hinein.</translation>
</message>
<message>
<source>Draws a thin line of the chosen colour that begins thin; Ctrl takes paint away.</source>
<translation>Zeichnet eine dünne Linie der gewählten Farbe, die dünn beginnt; Strg nimmt Farbe weg.</translation>
</message>
<message>
<source>Draws paint along under a finger; Shift evens it out.</source>
<translation>Zieht Farbe unter einem Finger mit; Umschalt gleicht sie aus.</translation>
</message>
<message>
<source>Draws the clay along under a finger; Ctrl pushes it back.</source>
<translation>Zieht den Ton unter einem Finger mit; Strg schiebt ihn zurück.</translation>
</message>
<message>
<source>Draws the clay along with the pointer; Ctrl pushes it the other way.</source>
<translation>Zieht den Ton mit dem Zeiger mit; Strg drückt ihn andersherum.</translation>
</message>
<message>
<source>Draws the clay together along the stroke; Ctrl spreads it.</source>
<translation>Zieht den Ton längs des Strichs zusammen; Strg spreizt ihn.</translation>
</message>
<message>
<source>Drop coarser</source>
<translation>Gröbere weg</translation>
</message>
<message>
<source>Drop coarser levels of {0}</source>
<translation>Gröbere Stufen von {0} weglassen</translation>
</message>
<message>
<source>Drop finer</source>
<translation>Feinere weg</translation>
</message>
<message>
<source>Drop finer levels of {0}</source>
<translation>Feinere Stufen von {0} weglassen</translation>
</message>
<message>
<source>Drop it</source>
<translation>Fallen lassen</translation>
</message>
<message>
<source>Drop the colour {0}</source>
<translation>Die Farbe {0} fallen lassen</translation>
</message>
<message>
<source>Drop the levels above this one, with their detail</source>
<translation>Die Stufen über dieser weglassen, mit ihren Einzelheiten</translation>
</message>
<message>
<source>Drop the levels below this one; the form stays as it is</source>
<translation>Die Stufen unter dieser weglassen; die Form bleibt, wie sie ist</translation>
</message>
<message>
<source>Duplicate</source>
<translation>Doppeln</translation>
</message>
<message>
<source>Duplicate {0}</source>
<translation>{0} verdoppeln</translation>
</message>
<message>
<source>Each by itself</source>
<translation>Jedes für sich</translation>
</message>
<message>
<source>Each canon fits only a minority of real faces.</source>
<translation>Jeder Kanon passt nur zu einer Minderheit wirklicher Gesichter.</translation>
</message>
<message>
<source>Each canon fits only a minority of real faces: a guide, never an error.</source>
<translation>Jeder Kanon passt nur zu einer Minderheit wirklicher Gesichter: ein Anhalt, nie ein Fehler.</translation>
</message>
<message>
<source>Each photo becomes a layer of its own, to be masked, weighed and painted over</source>
<translation>Jedes Foto wird eine eigene Schicht, zum Maskieren, Wichten und Übermalen</translation>
</message>
<message>
<source>Earlier  (Alt+Up)</source>
<translation>Früher  (Alt+Auf)</translation>
</message>
<message>
<source>Earlier in order</source>
<translation>Früher in der Reihe</translation>
</message>
<message>
<source>Ears</source>
<translation>Ohren</translation>
</message>
<message>
<source>Edges</source>
<translation>Kanten</translation>
</message>
<message>
<source>Edges can be halved 0 to {0} times, not {1}.</source>
<translation>Kanten lassen sich 0- bis {0}-mal halbieren, nicht {1}-mal.</translation>
</message>
<message>
<source>Edges of one length</source>
<translation>Kanten von einer Länge</translation>
</message>
<message>
<source>Edges of so many pixels: the nearer you are, the finer</source>
<translation>Kanten von so vielen Pixeln: je näher man ist, desto feiner</translation>
</message>
<message>
<source>Edges of the clay at rest; more samples make them smoother</source>
<translation>Kanten des Tons in Ruhe; mehr Proben machen sie glatter</translation>
</message>
<message>
<source>Edges of {0:g} mm are too short for a solid of {1:.0f} mm. Choose longer ones.</source>
<translation>Kanten von {0:g} mm sind zu kurz für einen Grundkörper von {1:.0f} mm. Längere wählen.</translation>
</message>
<message>
<source>Edges of {0:g} mm are too short for clay of {1:.0f} mm. Choose longer ones.</source>
<translation>Kanten von {0:g} mm sind zu kurz für Ton von {1:.0f} mm. Längere wählen.</translation>
</message>
<message>
<source>Edges of {0:g} mm beside edges of {1:g} mm cannot be joined. From {2:.2g} to {3:.2g} mm can.</source>
<translation>Kanten von {0:g} mm neben Kanten von {1:g} mm lassen sich nicht verbinden. Von {2:.2g} bis {3:.2g} mm geht es.</translation>
</message>
<message>
<source>Edges of {0:g} mm make no sense here; {1:g} to {2:g} mm do.</source>
<translation>Kanten von {0:g} mm sind hier nicht sinnvoll; {1:g} bis {2:g} mm sind es.</translation>
</message>
<message>
<source>Edges of {0:g} mm would give about {1} quads. Choose longer ones; {2} are the most.</source>
<translation>Kanten von {0:g} mm gäben etwa {1} Vierecke. Längere wählen; {2} sind das Meiste.</translation>
</message>
<message>
<source>Edges of {0:g} mm would make {1} quads. Choose longer ones.</source>
<translation>Kanten von {0:g} mm gäben {1} Vierecke. Längere wählen.</translation>
</message>
<message>
<source>Edges of {0:g} mm would need millions of vertices here. Choose longer ones, or a smaller tool.</source>
<translation>Kanten von {0:g} mm bräuchten hier Millionen Punkte. Längere wählen oder ein kleineres Werkzeug.</translation>
</message>
<message>
<source>Edit</source>
<translation>Bearbeiten</translation>
</message>
<message>
<source>Edit armature</source>
<translation>Gerüst bearbeiten</translation>
</message>
<message>
<source>Edit balls in the view</source>
<translation>Kugeln in der Ansicht bearbeiten</translation>
</message>
<message>
<source>End</source>
<translation>Ende</translation>
</message>
<message>
<source>End layers</source>
<translation>Schichten beenden</translation>
</message>
<message>
<source>End of the nasal bones</source>
<translation>Ende der Nasenbeine</translation>
</message>
<message>
<source>End the solve; nothing is changed</source>
<translation>Das Lösen beenden; nichts wird geändert</translation>
</message>
<message>
<source>Enter does it, arrows choose, Esc closes.</source>
<translation>Eingabe tut es, Pfeile wählen, Esc schließt.</translation>
</message>
<message>
<source>Erase colour</source>
<translation>Farbe löschen</translation>
</message>
<message>
<source>Erase layer</source>
<translation>Schicht löschen</translation>
</message>
<message>
<source>Even both</source>
<translation>Beide angleichen</translation>
</message>
<message>
<source>Even both sides of {0}</source>
<translation>Beide Seiten von {0} angleichen</translation>
</message>
<message>
<source>Even out white balance and exposure</source>
<translation>Weißabgleich und Belichtung angleichen</translation>
</message>
<message>
<source>Evens the clay out; Ctrl sharpens what is there.</source>
<translation>Gleicht den Ton aus; Strg schärft, was da ist.</translation>
</message>
<message>
<source>Evens the net out under the tool and leaves the form; Ctrl makes it uneven.</source>
<translation>Gleicht das Netz unter dem Werkzeug aus und lässt die Form; Strg macht es ungleich.</translation>
</message>
<message>
<source>Every piece is hidden: there is nothing to export. Show one first.</source>
<translation>Jedes Stück ist verborgen: Es gibt nichts auszugeben. Erst eines zeigen.</translation>
</message>
<message>
<source>Every tool by its name, in groups</source>
<translation>Jedes Werkzeug beim Namen, in Gruppen</translation>
</message>
<message>
<source>Exaggerate against portraits</source>
<translation>Gegen Porträts übertreiben</translation>
</message>
<message>
<source>Exaggeration</source>
<translation>Übertreibung</translation>
</message>
<message>
<source>Exchange black and white</source>
<translation>Schwarz und Weiß vertauschen</translation>
</message>
<message>
<source>Exchange left and right of the picture, to see it with fresh eyes; hold the key to look only as long.</source>
<translation>Links und rechts des Bilds vertauschen, um es mit frischen Augen zu sehen; die Taste halten, um nur so lange zu schauen.</translation>
</message>
<message>
<source>Exclusion</source>
<translation>Ausschluss</translation>
</message>
<message>
<source>Export keys</source>
<translation>Tasten ausgeben</translation>
</message>
<message>
<source>Exporting {0}</source>
<translation>{0} wird ausgegeben</translation>
</message>
<message>
<source>Export…</source>
<translation>Ausgeben…</translation>
</message>
<message>
<source>Eyeball</source>
<translation>Augapfel</translation>
</message>
<message>
<source>Eyes</source>
<translation>Augen</translation>
</message>
<message>
<source>Eyes and lids</source>
<translation>Augen und Lider</translation>
</message>
<message>
<source>Eyes: {0}</source>
<translation>Augen: {0}</translation>
</message>
<message>
<source>Face to the sitter</source>
<translation>Gesicht zum Modell</translation>
</message>
<message>
<source>Faces lie across the middle here, so the detail cannot follow on both sides alike. Remesh the piece, or turn symmetry off.</source>
<translation>Flächen liegen hier über der Mitte, die Feinheit kann also nicht auf beiden Seiten gleich folgen. Das Stück neu vernetzen oder die Symmetrie ausschalten.</translation>
</message>
<message>
<source>Facing</source>
<translation>Zugewandt</translation>
</message>
<message>
<source>Facing me</source>
<translation>Zu mir</translation>
</message>
<message>
<source>Facing the view</source>
<translation>Der Ansicht zugewandt</translation>
</message>
<message>
<source>Fades the chosen colour out along a line that you draw over the form; Ctrl fades paint away.</source>
<translation>Lässt die gewählte Farbe längs einer über die Form gezeichneten Linie auslaufen; Strg lässt Farbe auslaufen.</translation>
</message>
<message>
<source>Falloff</source>
<translation>Abfall</translation>
</message>
<message>
<source>Falloff: {0}</source>
<translation>Abfall: {0}</translation>
</message>
<message>
<source>Farkas 1994; Tolleth 1978: 15 to 20</source>
<translation>Farkas 1994; Tolleth 1978: 15 bis 20</translation>
</message>
<message>
<source>Farkas 1994; spread: common practice</source>
<translation>Farkas 1994; Streuung: übliche Praxis</translation>
</message>
<message>
<source>Favourite {0}</source>
<translation>Liebling {0}</translation>
</message>
<message>
<source>Features</source>
<translation>Züge</translation>
</message>
<message>
<source>Fewer faces for the same form; rims, colours and landmarks stay, and the error is told</source>
<translation>Weniger Flächen für dieselbe Form; Ränder, Farben und Messpunkte bleiben, und der Fehler wird genannt</translation>
</message>
<message>
<source>Fibres</source>
<translation>Fasern</translation>
</message>
<message>
<source>Fifths</source>
<translation>Fünftel</translation>
</message>
<message>
<source>Figure</source>
<translation>Figur</translation>
</message>
<message>
<source>File</source>
<translation>Datei</translation>
</message>
<message>
<source>Files</source>
<translation>Dateien</translation>
</message>
<message>
<source>Fill</source>
<translation>Füllen</translation>
</message>
<message>
<source>Fill the outline with black, to judge the silhouette; hold the key to look only as long.</source>
<translation>Den Umriss schwarz füllen, um die Silhouette zu beurteilen; die Taste halten, um nur so lange zu schauen.</translation>
</message>
<message>
<source>Fill the wall</source>
<translation>Die Wand füllen</translation>
</message>
<message>
<source>Fill {0}</source>
<translation>{0} füllen</translation>
</message>
<message>
<source>Fill {0} {1}</source>
<translation>{0} {1} füllen</translation>
</message>
<message>
<source>Fillet</source>
<translation>Kehle</translation>
</message>
<message>
<source>Fills valleys up to their shoulders; Ctrl deepens them.</source>
<translation>Füllt Täler bis zu ihren Schultern; Strg vertieft sie.</translation>
</message>
<message>
<source>Fills what has nearly the colour under the pointer, or the region that it lies in; Ctrl takes paint away there.</source>
<translation>Füllt, was nahezu die Farbe unter dem Zeiger hat, oder den Bereich, in dem er liegt; Strg nimmt dort Farbe weg.</translation>
</message>
<message>
<source>Find</source>
<translation>Finden</translation>
</message>
<message>
<source>Find a tool, panel, command, piece, photo, landmark or help page</source>
<translation>Werkzeug, Tafel, Befehl, Stück, Foto, Messpunkt oder Hilfeseite finden</translation>
</message>
<message>
<source>Find an action by its name or key</source>
<translation>Eine Aktion nach Name oder Taste suchen</translation>
</message>
<message>
<source>Find any tool, panel, command, piece, photo, landmark or help page by a part of its name.</source>
<translation>Werkzeug, Tafel, Befehl, Stück, Foto, Messpunkt oder Hilfeseite nach einem Teil des Namens finden.</translation>
</message>
<message>
<source>Find…</source>
<translation>Finden…</translation>
</message>
<message>
<source>Fine cells drawn out across.</source>
<translation>Feine Zellen, quer gestreckt.</translation>
</message>
<message>
<source>Fine creases from the edge of the red to its border, on a form layer of their own</source>
<translation>Feine Fältchen vom Rand des Rots bis zu seiner Grenze, auf einer eigenen Formschicht</translation>
</message>
<message>
<source>Fine height</source>
<translation>Feine Höhe</translation>
</message>
<message>
<source>Fine height becomes form</source>
<translation>Feine Höhe wird Form</translation>
</message>
<message>
<source>Fine height goes up to {0:g} to {1:g} mm; more is form.</source>
<translation>Feine Höhe geht von {0:g} bis {1:g} mm; mehr ist Form.</translation>
</message>
<message>
<source>Fine line</source>
<translation>Feine Linie</translation>
</message>
<message>
<source>Fine lines</source>
<translation>Feine Linien</translation>
</message>
<message>
<source>Fine turn, to level the photo</source>
<translation>Feine Drehung, um das Foto gerade zu stellen</translation>
</message>
<message>
<source>Fine veins of the white, towards both corners</source>
<translation>Feine Adern des Weißen, zu beiden Winkeln hin</translation>
</message>
<message>
<source>Fine vessels</source>
<translation>Feine Gefäße</translation>
</message>
<message>
<source>Finer level</source>
<translation>Feinere Stufe</translation>
</message>
<message>
<source>Fit the outline</source>
<translation>Den Umriss anpassen</translation>
</message>
<message>
<source>Fit the outline of {0}</source>
<translation>Den Umriss von {0} anpassen</translation>
</message>
<message>
<source>Fit the surface to the sitter's lines</source>
<translation>Die Oberfläche an die Linien des Modells anpassen</translation>
</message>
<message>
<source>Fit to the other</source>
<translation>An das andere anpassen</translation>
</message>
<message>
<source>Fit to the sitter</source>
<translation>Ans Modell</translation>
</message>
<message>
<source>Fit {0} to {1}</source>
<translation>{0} an {1} anpassen</translation>
</message>
<message>
<source>Fitted to {0} landmarks of the sitter; dials and measures go on from there.</source>
<translation>An {0} Messpunkte des Modells angepasst; Regler und Maße gehen von dort weiter.</translation>
</message>
<message>
<source>Fitting the outline …</source>
<translation>Der Umriss wird angepasst …</translation>
</message>
<message>
<source>Fitting the surface to the drawn lines …</source>
<translation>Die Oberfläche wird an die gezeichneten Linien angepasst …</translation>
</message>
<message>
<source>Flat</source>
<translation>Flach</translation>
</message>
<message>
<source>Flat rims</source>
<translation>Eben</translation>
</message>
<message>
<source>Flat, as a slice lies</source>
<translation>Waagerecht, wie eine Scheibe liegt</translation>
</message>
<message>
<source>Flatten</source>
<translation>Ebnen</translation>
</message>
<message>
<source>Fold of the upper lid</source>
<translation>Falte des Oberlids</translation>
</message>
<message>
<source>Fold over it</source>
<translation>Falte darüber</translation>
</message>
<message>
<source>Fold the photos away, or bring them back.</source>
<translation>Die Fotos wegklappen oder zurückholen.</translation>
</message>
<message>
<source>Fold the small views away, or bring them back.</source>
<translation>Die kleinen Ansichten wegklappen oder zurückholen.</translation>
</message>
<message>
<source>Fold the strip of tools away, or bring it back.</source>
<translation>Den Werkzeugstreifen wegklappen oder zurückholen.</translation>
</message>
<message>
<source>Fold tool and panels away, or bring them back.</source>
<translation>Werkzeug und Tafeln wegklappen oder zurückholen.</translation>
</message>
<message>
<source>Fold under the lip</source>
<translation>Falte unter der Lippe</translation>
</message>
<message>
<source>Follow gaze</source>
<translation>Folgt Blick</translation>
</message>
<message>
<source>Follow the lines of the face</source>
<translation>Den Gesichtslinien folgen</translation>
</message>
<message>
<source>Follows</source>
<translation>Folgt</translation>
</message>
<message>
<source>For dense clay without levels, remeshed or imported: coarser levels are made, its form becomes their detail</source>
<translation>Für dichten Ton ohne Stufen, neu vernetzt oder eingelesen: Gröbere Stufen werden gemacht, seine Form wird zu deren Einzelheiten</translation>
</message>
<message>
<source>For looking only, in stops</source>
<translation>Nur zum Ansehen, in Blenden</translation>
</message>
<message>
<source>Forehead</source>
<translation>Stirn</translation>
</message>
<message>
<source>Form</source>
<translation>Form</translation>
</message>
<message>
<source>Form layers</source>
<translation>Formschichten</translation>
</message>
<message>
<source>Form layers and states</source>
<translation>Formschichten und Zustände</translation>
</message>
<message>
<source>Four faces for each one, on top of the finest level</source>
<translation>Vier Flächen für jede, auf der feinsten Stufe</translation>
</message>
<message>
<source>Four views</source>
<translation>Vier Ansichten</translation>
</message>
<message>
<source>Freckle</source>
<translation>Sommersprossen</translation>
</message>
<message>
<source>Freckles on fair skin, darker where the sun falls</source>
<translation>Sommersprossen auf heller Haut, dunkler, wo die Sonne hinfällt</translation>
</message>
<message>
<source>Free</source>
<translation>Frei</translation>
</message>
<message>
<source>Free turns</source>
<translation>Freies dreht sich</translation>
</message>
<message>
<source>Freely</source>
<translation>Frei</translation>
</message>
<message>
<source>Fringes</source>
<translation>Säume</translation>
</message>
<message>
<source>From above</source>
<translation>Von oben</translation>
</message>
<message>
<source>From angle to angle of the jaw, go-go</source>
<translation>Von Kieferwinkel zu Kieferwinkel, go-go</translation>
</message>
<message>
<source>From angle to angle of the jaw, go-go (Zhuang 2005)</source>
<translation>Von Kieferwinkel zu Kieferwinkel, go-go (Zhuang 2005)</translation>
</message>
<message>
<source>From cheekbone to cheekbone, zy-zy</source>
<translation>Von Wangenbein zu Wangenbein, zy-zy</translation>
</message>
<message>
<source>From cheekbone to cheekbone, zy-zy (Zhuang 2005)</source>
<translation>Von Wangenbein zu Wangenbein, zy-zy (Zhuang 2005)</translation>
</message>
<message>
<source>From clay</source>
<translation>Vom Ton</translation>
</message>
<message>
<source>From corner to corner</source>
<translation>Von Winkel zu Winkel</translation>
</message>
<message>
<source>From front to back, as the profile runs</source>
<translation>Von vorn nach hinten, wie das Profil läuft</translation>
</message>
<message>
<source>From front to back, pra-pa; 0.55 to 0.60 of the length is usual</source>
<translation>Von vorn nach hinten, pra-pa; 0,55 bis 0,60 der Länge ist üblich</translation>
</message>
<message>
<source>From front to back, pra-pa; 0.55 to 0.60 of the length is usual (Farkas 1994; spread: common practice)</source>
<translation>Von vorn nach hinten, pra-pa; 0,55 bis 0,60 der Länge ist üblich (Farkas 1994; Streuung: übliche Praxis)</translation>
</message>
<message>
<source>From how far away clay takes the light of a corner</source>
<translation>Aus welcher Entfernung Ton das Licht einer Ecke nimmt</translation>
</message>
<message>
<source>From layer</source>
<translation>Von der Schicht</translation>
</message>
<message>
<source>From one hollow to the next, about</source>
<translation>Von einer Mulde zur nächsten, etwa</translation>
</message>
<message>
<source>From one peak of the bow to the other: the breadth of the philtrum</source>
<translation>Von einer Spitze des Bogens zur anderen: die Breite des Philtrums</translation>
</message>
<message>
<source>From pale to ruddy</source>
<translation>Von blass bis gerötet</translation>
</message>
<message>
<source>From photo</source>
<translation>Vom Foto</translation>
</message>
<message>
<source>From photos to standpoints</source>
<translation>Von Fotos zu Standpunkten</translation>
</message>
<message>
<source>From so steeply above or below no profile can be drawn. Turn the view nearer to level first.</source>
<translation>Von so steil oben oder unten lässt sich kein Profil zeichnen. Die Ansicht erst ebener drehen.</translation>
</message>
<message>
<source>From the base to the tip, sn-prn</source>
<translation>Von der Basis zur Spitze, sn-prn</translation>
</message>
<message>
<source>From the base to the tip, sn-prn (Zhuang 2005)</source>
<translation>Von der Basis zur Spitze, sn-prn (Zhuang 2005)</translation>
</message>
<message>
<source>From the front</source>
<translation>Von vorn</translation>
</message>
<message>
<source>From the line of the mouth to the bottom of the chin, sto-gn</source>
<translation>Von der Mundlinie bis zur Unterseite des Kinns, sto-gn</translation>
</message>
<message>
<source>From the line of the mouth to the bottom of the chin, sto-gn (Farkas 1994)</source>
<translation>Von der Mundlinie bis zur Unterseite des Kinns, sto-gn (Farkas 1994)</translation>
</message>
<message>
<source>From the photo</source>
<translation>Vom Foto</translation>
</message>
<message>
<source>From the pupil up to the upper border of the brow; about 25 mm is usual</source>
<translation>Von der Pupille bis zur oberen Grenze der Braue; etwa 25 mm sind üblich</translation>
</message>
<message>
<source>From the pupil up to the upper border of the brow; about 25 mm is usual (handbooks; spread: common practice)</source>
<translation>Von der Pupille bis zur oberen Grenze der Braue; etwa 25 mm sind üblich (Handbücher; Streuung: übliche Praxis)</translation>
</message>
<message>
<source>From the rim to the head behind it; the ear turns like a door about its root</source>
<translation>Vom Rand zum Kopf dahinter; das Ohr dreht sich wie eine Tür um seine Wurzel</translation>
</message>
<message>
<source>From the rim to the head behind it; the ear turns like a door about its root (Farkas 1994; Tolleth 1978: 15 to 20)</source>
<translation>Vom Rand zum Kopf dahinter; das Ohr dreht sich wie eine Tür um seine Wurzel (Farkas 1994; Tolleth 1978: 15 bis 20)</translation>
</message>
<message>
<source>From the root down to the base, n-sn</source>
<translation>Von der Wurzel zur Basis, n-sn</translation>
</message>
<message>
<source>From the root down to the base, n-sn (Farkas 1994)</source>
<translation>Von der Wurzel zur Basis, n-sn (Farkas 1994)</translation>
</message>
<message>
<source>From the sitter</source>
<translation>Modell</translation>
</message>
<message>
<source>From the upper border of the lips back to the front of the incisors; about 11 mm is usual</source>
<translation>Von der oberen Lippengrenze zurück zur Vorderseite der Schneidezähne; etwa 11 mm sind üblich</translation>
</message>
<message>
<source>From top to lobe, sa-sba; after 30 ears grow by 0.22 mm a year</source>
<translation>Von oben bis zum Läppchen, sa-sba; nach 30 wachsen Ohren um 0,22 mm im Jahr</translation>
</message>
<message>
<source>From top to lobe, sa-sba; after 30 ears grow by 0.22 mm a year (Farkas 1994)</source>
<translation>Von oben bis zum Läppchen, sa-sba; nach 30 wachsen Ohren um 0,22 mm im Jahr (Farkas 1994)</translation>
</message>
<message>
<source>From under the nose down to the line of the mouth; moves the whole mouth</source>
<translation>Vom Nasensteg hinab zur Mundlinie; bewegt den ganzen Mund</translation>
</message>
<message>
<source>From where you press to where you let go</source>
<translation>Von wo Sie drücken bis wo Sie loslassen</translation>
</message>
<message>
<source>From wing to wing, al-al</source>
<translation>Von Flügel zu Flügel, al-al</translation>
</message>
<message>
<source>From wing to wing, al-al (Farkas 1994)</source>
<translation>Von Flügel zu Flügel, al-al (Farkas 1994)</translation>
</message>
<message>
<source>Full figure</source>
<translation>Ganzfigur</translation>
</message>
<message>
<source>Full screen</source>
<translation>Ganzer Bildschirm</translation>
</message>
<message>
<source>Fuller at the sides of the pelvis and the thigh's head</source>
<translation>Voller an den Seiten des Beckens und am Kopf des Oberschenkels</translation>
</message>
<message>
<source>Fuller buttocks</source>
<translation>Vollere Gesäßbacken</translation>
</message>
<message>
<source>Fullness</source>
<translation>Fülle</translation>
</message>
<message>
<source>Furrows round the outer part</source>
<translation>Furchen um den äußeren Teil</translation>
</message>
<message>
<source>Fuse all shown clay</source>
<translation>Allen gezeigten Ton verschmelzen</translation>
</message>
<message>
<source>Fuse and remesh</source>
<translation>Verschmelzen, vernetzen</translation>
</message>
<message>
<source>Fuse {0} pieces</source>
<translation>{0} Stücke verschmelzen</translation>
</message>
<message>
<source>Fusing, remeshing and mending</source>
<translation>Verschmelzen, neu vernetzen und flicken</translation>
</message>
<message>
<source>Gap</source>
<translation>Lücke</translation>
</message>
<message>
<source>Gaze</source>
<translation>Blick</translation>
</message>
<message>
<source>Girth {0:.1f} mm · {1:.1f} × {2:.1f} mm · {3:.1f} cm²</source>
<translation>Umfang {0:.1f} mm · {1:.1f} × {2:.1f} mm · {3:.1f} cm²</translation>
</message>
<message>
<source>Give every action the key it came with</source>
<translation>Jeder Aktion die Taste geben, mit der sie kam</translation>
</message>
<message>
<source>Give the base head the landmarks that were solved from the photos, each as surely as it is known, then bend its surface to the drawn lines and outlines</source>
<translation>Dem Grundkopf die aus den Fotos gelösten Messpunkte geben, jeden so sicher, wie er bekannt ist, dann seine Oberfläche zu den gezeichneten Linien und Umrissen biegen</translation>
</message>
<message>
<source>Give the chosen piece this colour all over</source>
<translation>Dem gewählten Stück überall diese Farbe geben</translation>
</message>
<message>
<source>Give the clay the sitter's asymmetry on a layer; its symmetric part stays</source>
<translation>Dem Ton die Asymmetrie des Modells auf einer Schicht geben; sein symmetrischer Teil bleibt</translation>
</message>
<message>
<source>Give the clay the stored form, where nothing is masked</source>
<translation>Dem Ton die aufgehobene Form geben, wo nichts maskiert ist</translation>
</message>
<message>
<source>Give the layers up: each vertex keeps the colour that shows there</source>
<translation>Die Schichten aufgeben: Jeder Punkt behält die Farbe, die dort zu sehen ist</translation>
</message>
<message>
<source>Give the marked action the key it came with</source>
<translation>Der markierten Aktion die Taste geben, mit der sie kam</translation>
</message>
<message>
<source>Give the marked action this key</source>
<translation>Der markierten Aktion diese Taste geben</translation>
</message>
<message>
<source>Give the other eye the mirror image of these lids</source>
<translation>Dem anderen Auge das Spiegelbild dieser Lider geben</translation>
</message>
<message>
<source>Give this head the form of the new base heads; what you modelled stays on it, in one step</source>
<translation>Diesem Kopf die Form der neuen Grundköpfe geben; was Sie modelliert haben, bleibt darauf, in einem Schritt</translation>
</message>
<message>
<source>Give two marks to this sheet and to another one first.</source>
<translation>Erst diesem Blatt und einem anderen zwei Marken geben.</translation>
</message>
<message>
<source>Gloss</source>
<translation>Glanz</translation>
</message>
<message>
<source>Go back to the turntable (Esc in the clay view).</source>
<translation>Zur Drehscheibe zurück (Esc in der Tonansicht).</translation>
</message>
<message>
<source>Go on</source>
<translation>Weitermachen</translation>
</message>
<message>
<source>Go on to the next landmark</source>
<translation>Zum nächsten Messpunkt weitergehen</translation>
</message>
<message>
<source>Go to the next coarser level of the chosen piece.</source>
<translation>Zur nächstgröberen Stufe des gewählten Stücks gehen.</translation>
</message>
<message>
<source>Go to the next finer level; what was changed on this one carries its detail along.</source>
<translation>Zur nächstfeineren Stufe gehen; was auf dieser geändert wurde, nimmt seine Einzelheiten mit.</translation>
</message>
<message>
<source>Go to {0}</source>
<translation>Zu {0} gehen</translation>
</message>
<message>
<source>Goes on while you hold still</source>
<translation>Geht weiter, während Sie still halten</translation>
</message>
<message>
<source>Going to the level …</source>
<translation>Es geht zur Stufe …</translation>
</message>
<message>
<source>Gradient</source>
<translation>Verlauf</translation>
</message>
<message>
<source>Grain</source>
<translation>Korn</translation>
</message>
<message>
<source>Grain of {0:.2f} mm</source>
<translation>Korn von {0:.2f} mm</translation>
</message>
<message>
<source>Grain {0:.2f} mm: {1} samples</source>
<translation>Korn {0:.2f} mm: {1} Proben</translation>
</message>
<message>
<source>Green</source>
<translation>Grün</translation>
</message>
<message>
<source>Grey clay</source>
<translation>Grauer Ton</translation>
</message>
<message>
<source>Groove</source>
<translation>Rinne</translation>
</message>
<message>
<source>Group the chosen pieces …</source>
<translation>Die gewählten Stücke gruppieren …</translation>
</message>
<message>
<source>Group {0}</source>
<translation>Gruppe {0}</translation>
</message>
<message>
<source>Group {0}: {1} pieces. Drag pieces onto it; double click renames it</source>
<translation>Gruppe {0}: {1} Stücke. Stücke darauf ziehen; Doppelklick benennt sie um</translation>
</message>
<message>
<source>Group: show alone, rename, take apart</source>
<translation>Gruppe: allein zeigen, umbenennen, auflösen</translation>
</message>
<message>
<source>Grow</source>
<translation>Wachsen</translation>
</message>
<message>
<source>Grow the mask</source>
<translation>Die Maske wachsen lassen</translation>
</message>
<message>
<source>Growth from 3 to 19 years; from 34 on folds come, skin sinks, hollows deepen, ears grow</source>
<translation>Wachstum von 3 bis 19 Jahren; ab 34 kommen Falten, Haut sinkt, Mulden werden tiefer, Ohren wachsen</translation>
</message>
<message>
<source>Guide {0} is no line on the clay.</source>
<translation>Leitlinie {0} ist keine Linie auf dem Ton.</translation>
</message>
<message>
<source>Half a sector of the piece, mirrored and turned about an axis through its middle</source>
<translation>Ein halber Sektor des Stücks, gespiegelt und um eine Achse durch seine Mitte gedreht</translation>
</message>
<message>
<source>Half figure</source>
<translation>Halbfigur</translation>
</message>
<message>
<source>Hand</source>
<translation>Hand</translation>
</message>
<message>
<source>Handles of the face</source>
<translation>Griffe des Gesichts</translation>
</message>
<message>
<source>Handles of the face need landmarks on both sides. Place those of the eyes on the clay first.</source>
<translation>Griffe des Gesichts brauchen Messpunkte auf beiden Seiten. Erst die der Augen auf den Ton setzen.</translation>
</message>
<message>
<source>Handles that both sides have move both, or one; the value shown is the first one's</source>
<translation>Griffe, die beide Seiten haben, bewegen beide oder einen; gezeigt ist der Wert des ersten</translation>
</message>
<message>
<source>Hang all photos again (Esc)</source>
<translation>Alle Fotos wieder hängen (Esc)</translation>
</message>
<message>
<source>Hard lamp</source>
<translation>Harte Lampe</translation>
</message>
<message>
<source>Hard light</source>
<translation>Hartes Licht</translation>
</message>
<message>
<source>Head</source>
<translation>Kopf</translation>
</message>
<message>
<source>Head and neck</source>
<translation>Kopf und Hals</translation>
</message>
<message>
<source>Head tilted</source>
<translation>Kopf geneigt</translation>
</message>
<message>
<source>Head turned</source>
<translation>Kopf gedreht</translation>
</message>
<message>
<source>Height</source>
<translation>Höhe</translation>
</message>
<message>
<source>Height of the lower lip's red in the middle</source>
<translation>Höhe des Rots der Unterlippe in der Mitte</translation>
</message>
<message>
<source>Height of the upper lid's crease over its margin</source>
<translation>Höhe der Furche des Oberlids über seinem Rand</translation>
</message>
<message>
<source>Height of the upper lip's red in the middle</source>
<translation>Höhe des Rots der Oberlippe in der Mitte</translation>
</message>
<message>
<source>Height to form</source>
<translation>Höhe zu Form</translation>
</message>
<message>
<source>Help</source>
<translation>Hilfe</translation>
</message>
<message>
<source>Help on this</source>
<translation>Hilfe dazu</translation>
</message>
<message>
<source>Hide</source>
<translation>Verbergen</translation>
</message>
<message>
<source>Hide panels</source>
<translation>Tafeln verbergen</translation>
</message>
<message>
<source>Hide the head to build up from the bone</source>
<translation>Den Kopf verbergen, um vom Knochen her aufzubauen</translation>
</message>
<message>
<source>Hide the report</source>
<translation>Den Bericht verbergen</translation>
</message>
<message>
<source>Hide what is masked</source>
<translation>Maskiertes verbergen</translation>
</message>
<message>
<source>Higher in the list</source>
<translation>Höher in der Liste</translation>
</message>
<message>
<source>Highest place of the upper margin above the pupil when the eye looks straight ahead</source>
<translation>Höchste Stelle des oberen Rands über der Pupille, wenn das Auge geradeaus schaut</translation>
</message>
<message>
<source>Hinge</source>
<translation>Klappen</translation>
</message>
<message>
<source>Hinge, bend or twist what is masked about a joint that you draw; Esc ends.</source>
<translation>Was maskiert ist, um ein gezeichnetes Gelenk klappen, biegen oder verdrehen; Esc beendet.</translation>
</message>
<message>
<source>Hips</source>
<translation>Hüften</translation>
</message>
<message>
<source>History</source>
<translation>Verlauf</translation>
</message>
<message>
<source>Hold the layer off where the clay is masked now; with nothing masked, nowhere</source>
<translation>Die Schicht dort fernhalten, wo der Ton jetzt maskiert ist; ist nichts maskiert, nirgends</translation>
</message>
<message>
<source>Hold what was free (Alt+Q)</source>
<translation>Halten, was frei war (Alt+Q)</translation>
</message>
<message>
<source>Hold what was free, and the other way round.</source>
<translation>Halten, was frei war, und umgekehrt.</translation>
</message>
<message>
<source>Holds the clay it is painted on; Ctrl frees it, Shift softens the edge.</source>
<translation>Hält den Ton, auf den sie gemalt wird; Strg gibt ihn frei, Umschalt macht den Rand weich.</translation>
</message>
<message>
<source>Holes</source>
<translation>Löcher</translation>
</message>
<message>
<source>Holes stay open</source>
<translation>Löcher bleiben offen</translation>
</message>
<message>
<source>Holes with at most so many edges are closed; 0 leaves all open</source>
<translation>Löcher mit höchstens so vielen Kanten werden geschlossen; 0 lässt alle offen</translation>
</message>
<message>
<source>Hollows</source>
<translation>Mulden</translation>
</message>
<message>
<source>Hollows darker, edges brighter</source>
<translation>Mulden dunkler, Kanten heller</translation>
</message>
<message>
<source>Home</source>
<translation>Pos1</translation>
</message>
<message>
<source>How broad lines are; of patches, how much they cover</source>
<translation>Wie breit Linien sind; bei Flecken, wie viel sie bedecken</translation>
</message>
<message>
<source>How close they lie</source>
<translation>Wie dicht sie liegen</translation>
</message>
<message>
<source>How dark the iris is at its edge</source>
<translation>Wie dunkel die Iris an ihrem Rand ist</translation>
</message>
<message>
<source>How deep the crease is; 0 for none</source>
<translation>Wie tief die Furche ist; 0 für keine</translation>
</message>
<message>
<source>How deep the fold lies behind the line from lower lip to chin</source>
<translation>Wie tief die Falte hinter der Linie von der Unterlippe zum Kinn liegt</translation>
</message>
<message>
<source>How deep the fold lies behind the line from lower lip to chin (Legan &amp; Burstone 1980)</source>
<translation>Wie tief die Falte hinter der Linie von der Unterlippe zum Kinn liegt (Legan &amp; Burstone 1980)</translation>
</message>
<message>
<source>How deep the groove below the bag is</source>
<translation>Wie tief die Rinne unter dem Tränensack ist</translation>
</message>
<message>
<source>How deep the groove under the nose lies between its ridges</source>
<translation>Wie tief die Rinne unter der Nase zwischen ihren Leisten liegt</translation>
</message>
<message>
<source>How far a fold hangs over the inner corner</source>
<translation>Wie weit eine Falte über den inneren Winkel hängt</translation>
</message>
<message>
<source>How far colour samples lie apart: 0.25 mm shows pores and single vessels, 1 mm blotches</source>
<translation>Wie weit Farbproben auseinander liegen: 0,25 mm zeigt Poren und einzelne Gefäße, 1 mm Flecken</translation>
</message>
<message>
<source>How far fine creases are from each other on the mouth line, on average</source>
<translation>Wie weit feine Fältchen an der Mundlinie im Mittel auseinander liegen</translation>
</message>
<message>
<source>How far from the silhouette the form follows it</source>
<translation>Wie weit von der Silhouette die Form ihm folgt</translation>
</message>
<message>
<source>How far its middle lies to the sitter's {0}</source>
<translation>Wie weit seine Mitte {0} am Modell liegt</translation>
</message>
<message>
<source>How far its middle lies {0}</source>
<translation>Wie weit seine Mitte {0} liegt</translation>
</message>
<message>
<source>How far lines or patches lie apart, about</source>
<translation>Wie weit Linien oder Flecken auseinander liegen, etwa</translation>
</message>
<message>
<source>How far marks and lines of the photo are brought onto the clay's while that is still off</source>
<translation>Wie weit Marken und Linien des Fotos auf die des Tons gebracht werden, solange der noch daneben liegt</translation>
</message>
<message>
<source>How far photos are lined up and freed of their light lies between 0 and 100 %.</source>
<translation>Wie weit Fotos ausgerichtet und von ihrem Licht befreit werden, liegt zwischen 0 und 100 %.</translation>
</message>
<message>
<source>How far round about is mixed with each other</source>
<translation>Wie weit ringsum miteinander gemischt wird</translation>
</message>
<message>
<source>How far teeth stand off their places</source>
<translation>Wie weit Zähne neben ihrem Platz stehen</translation>
</message>
<message>
<source>How far the antihelix stands out over the bowl of the ear</source>
<translation>Wie weit die Anthelix über der Schale des Ohrs vorsteht</translation>
</message>
<message>
<source>How far the bridge stands before the straight line from root to tip; less is hollow</source>
<translation>Wie weit der Rücken vor der Geraden von Wurzel zu Spitze steht; weniger ist hohl</translation>
</message>
<message>
<source>How far the cheek bulges before the line from cheekbone to mouth; less is hollow</source>
<translation>Wie weit sich die Wange vor der Linie vom Wangenbein zum Mund wölbt; weniger ist hohl</translation>
</message>
<message>
<source>How far the cheekbone under the outer part of the eye lies before that corner</source>
<translation>Wie weit das Wangenbein unter dem äußeren Teil des Auges vor diesem Winkel liegt</translation>
</message>
<message>
<source>How far the clay lies outside of it (orange) or within it (blue)</source>
<translation>Wie weit der Ton außerhalb davon (orange) oder innerhalb liegt (blau)</translation>
</message>
<message>
<source>How far the clay stays off the eyes</source>
<translation>Wie weit der Ton von den Augen wegbleibt</translation>
</message>
<message>
<source>How far the columella hangs below the rims of the nostrils; 2 to 4 mm are usual</source>
<translation>Wie weit der Steg unter die Ränder der Nasenlöcher hängt; 2 bis 4 mm sind üblich</translation>
</message>
<message>
<source>How far the cornea stands before the outer rim of the socket, felt beside the corner of the lids</source>
<translation>Wie weit die Hornhaut vor dem äußeren Rand der Höhle steht, neben dem Lidwinkel getastet</translation>
</message>
<message>
<source>How far the corners lie above the middle of the line; less than 0 hangs</source>
<translation>Wie weit die Winkel über der Mitte der Linie liegen; unter 0 hängen sie</translation>
</message>
<message>
<source>How far the corners lie behind the middle of the lips</source>
<translation>Wie weit die Winkel hinter der Mitte der Lippen liegen</translation>
</message>
<message>
<source>How far the curve is raised there</source>
<translation>Wie weit die Kurve dort gehoben ist</translation>
</message>
<message>
<source>How far the hollow of the root lies before the inner corners of the eyes</source>
<translation>Wie weit der Sattel der Wurzel vor den inneren Augenwinkeln liegt</translation>
</message>
<message>
<source>How far the iris lies behind the edge of the cornea</source>
<translation>Wie weit die Iris hinter dem Rand der Hornhaut liegt</translation>
</message>
<message>
<source>How far the lids go along when the eyes look up or down</source>
<translation>Wie weit die Lider mitgehen, wenn die Augen auf- oder abschauen</translation>
</message>
<message>
<source>How far the line bulges before them; below 0: turned out</source>
<translation>Wie weit sich die Linie vor ihnen wölbt; unter 0: nach außen gekehrt</translation>
</message>
<message>
<source>How far the lobe hangs below its root</source>
<translation>Wie weit das Läppchen unter seine Wurzel hängt</translation>
</message>
<message>
<source>How far the lower lid bulges</source>
<translation>Wie weit sich das Unterlid wölbt</translation>
</message>
<message>
<source>How far the lower lip stands before the line nose to chin</source>
<translation>Wie weit die Unterlippe vor der Linie Nase–Kinn steht</translation>
</message>
<message>
<source>How far the lower lip's edge stands before its border (turned out)</source>
<translation>Wie weit der Rand der Unterlippe vor ihrer Grenze steht (nach außen gekehrt)</translation>
</message>
<message>
<source>How far the lower red bulges between its border and its edge</source>
<translation>Wie weit sich das untere Rot zwischen Grenze und Rand wölbt</translation>
</message>
<message>
<source>How far the middle of the mouth line hangs below what lies beside it</source>
<translation>Wie weit die Mitte der Mundlinie unter dem hängt, was daneben liegt</translation>
</message>
<message>
<source>How far the outer corner lies above the inner one</source>
<translation>Wie weit der äußere Winkel über dem inneren liegt</translation>
</message>
<message>
<source>How far the part is turned from where it was when its line was drawn</source>
<translation>Wie weit der Teil gedreht ist von dort, wo er war, als seine Linie gezeichnet wurde</translation>
</message>
<message>
<source>How far the place between the brows lies before the root of the nose</source>
<translation>Wie weit die Stelle zwischen den Brauen vor der Nasenwurzel liegt</translation>
</message>
<message>
<source>How far the plane lies from the middle of the room: left, up, forward, or towards you</source>
<translation>Wie weit die Ebene von der Mitte des Raums liegt: links, hoch, vorn oder zu Ihnen hin</translation>
</message>
<message>
<source>How far the rim of the nostril lies above the base; more shows the nostril from the front</source>
<translation>Wie weit der Rand des Nasenlochs über der Basis liegt; mehr zeigt das Nasenloch von vorn</translation>
</message>
<message>
<source>How far the rim stands out over the groove inside it</source>
<translation>Wie weit der Rand über der Rinne darin vorsteht</translation>
</message>
<message>
<source>How far the sides differ, and what has no image; nothing is changed</source>
<translation>Wie weit sich die Seiten unterscheiden und was kein Gegenstück hat; nichts wird geändert</translation>
</message>
<message>
<source>How far the sitter's left corner lies above the right one</source>
<translation>Wie weit der linke Winkel des Modells über dem rechten liegt</translation>
</message>
<message>
<source>How far the skin above hangs down over the crease</source>
<translation>Wie weit die Haut darüber über die Furche herabhängt</translation>
</message>
<message>
<source>How far the two peaks of the upper border lie above its middle</source>
<translation>Wie weit die zwei Spitzen der oberen Grenze über ihrer Mitte liegen</translation>
</message>
<message>
<source>How far the upper incisors reach below the upper lip's edge; shown at rest: {0}</source>
<translation>Wie weit die oberen Schneidezähne unter den Rand der Oberlippe reichen; in Ruhe zu sehen: {0}</translation>
</message>
<message>
<source>How far the upper incisors reach over the lower ones</source>
<translation>Wie weit die oberen Schneidezähne über die unteren reichen</translation>
</message>
<message>
<source>How far the upper incisors stand before the lower ones</source>
<translation>Wie weit die oberen Schneidezähne vor den unteren stehen</translation>
</message>
<message>
<source>How far the upper lip stands before the line nose to chin</source>
<translation>Wie weit die Oberlippe vor der Linie Nase–Kinn steht</translation>
</message>
<message>
<source>How far the upper lip's edge stands before its border (turned out)</source>
<translation>Wie weit der Rand der Oberlippe vor ihrer Grenze steht (nach außen gekehrt)</translation>
</message>
<message>
<source>How far the upper red bulges between its border and its edge</source>
<translation>Wie weit sich das obere Rot zwischen Grenze und Rand wölbt</translation>
</message>
<message>
<source>How hard your hand presses, and what counts as that for every tool. Tools have curves of their own for size and strength in the panel Stroke; this one comes before them.</source>
<translation>Wie fest Ihre Hand drückt und was davon für jedes Werkzeug zählt. Werkzeuge haben in der Tafel Strich eigene Kurven für Größe und Stärke; diese kommt davor.</translation>
</message>
<message>
<source>How high or deep this layer is at most; what is painted scales along</source>
<translation>Wie hoch oder tief diese Schicht höchstens ist; Gemaltes wächst mit</translation>
</message>
<message>
<source>How high the back of the tongue lies</source>
<translation>Wie hoch der Rücken der Zunge liegt</translation>
</message>
<message>
<source>How large spots, lines and patches of the chosen layer come out, against the usual</source>
<translation>Wie groß Flecken, Linien und Stellen der gewählten Schicht werden, gegen das Übliche</translation>
</message>
<message>
<source>How many old cuts are strewn over face and arms</source>
<translation>Wie viele alte Schnitte über Gesicht und Arme verstreut sind</translation>
</message>
<message>
<source>How many there are together; 1 takes the ring away</source>
<translation>Wie viele es zusammen sind; 1 nimmt den Kranz weg</translation>
</message>
<message>
<source>How many triangles are to be left</source>
<translation>Wie viele Dreiecke übrig bleiben sollen</translation>
</message>
<message>
<source>How many; arrow keys change it</source>
<translation>Wie viele; Pfeiltasten ändern es</translation>
</message>
<message>
<source>How matt it is: 20 % a wet lip, 40 % an oily nose, 60 % clay</source>
<translation>Wie matt es ist: 20 % eine nasse Lippe, 40 % eine fettige Nase, 60 % Ton</translation>
</message>
<message>
<source>How matt it is: 20 % a wet lip, 40 % an oily nose, 60 % clay.</source>
<translation>Wie matt es ist: 20 % eine nasse Lippe, 40 % eine fettige Nase, 60 % Ton.</translation>
</message>
<message>
<source>How much of the form, how far turned away, how far off, or how alike</source>
<translation>Wie viel von der Form, wie weit abgewandt, wie weit weg oder wie gleich</translation>
</message>
<message>
<source>How much of the layer shows</source>
<translation>Wie viel von der Schicht zu sehen ist</translation>
</message>
<message>
<source>How much of the layer shows: 0 as if it was never worked, below 0 turned about, 200 twice as strong</source>
<translation>Wie viel von der Schicht sich zeigt: 0, als wäre sie nie gearbeitet, unter 0 umgekehrt, 200 doppelt so stark</translation>
</message>
<message>
<source>How much of the light that the photo was taken in is divided out; shadows and gleams are left to others</source>
<translation>Wie viel vom Licht, in dem das Foto entstand, herausgeteilt wird; Schatten und Glanz bleiben anderen</translation>
</message>
<message>
<source>How much of the way; after a step, moving this changes the same step</source>
<translation>Wie viel des Wegs; nach einem Schritt ändert dies denselben Schritt</translation>
</message>
<message>
<source>How much shorter edges get where the form bends within their length; where they could not hold it at all, as along a lid, they get shorter even at 0</source>
<translation>Wie viel kürzer Kanten werden, wo sich die Form auf ihrer Länge biegt; wo sie sie gar nicht halten könnten, wie längs eines Lids, werden sie auch bei 0 kürzer</translation>
</message>
<message>
<source>How much the crease draws its sides together</source>
<translation>Wie sehr die Furche ihre Seiten zusammenzieht</translation>
</message>
<message>
<source>How much the eye mirrors light</source>
<translation>Wie sehr das Auge Licht spiegelt</translation>
</message>
<message>
<source>How photo and clay are laid over each other (G for the next)</source>
<translation>Wie Foto und Ton übereinander liegen (G für das Nächste)</translation>
</message>
<message>
<source>How strongly the photo lies over the clay</source>
<translation>Wie stark das Foto über dem Ton liegt</translation>
</message>
<message>
<source>How strongly the sheet shows through the clay</source>
<translation>Wie stark das Blatt durch den Ton scheint</translation>
</message>
<message>
<source>How strongly the stencil is seen; it holds back as much in any case</source>
<translation>Wie stark die Schablone zu sehen ist; sie hält in jedem Fall gleich viel zurück</translation>
</message>
<message>
<source>How strongly threads run from the pupil outwards</source>
<translation>Wie stark Fäden von der Pupille nach außen laufen</translation>
</message>
<message>
<source>How the layer is blended with what lies below it</source>
<translation>Wie sich die Schicht mit dem mischt, was darunter liegt</translation>
</message>
<message>
<source>How thick a shell is</source>
<translation>Wie dick eine Schale ist</translation>
</message>
<message>
<source>How thick clay is to be at least; a remesh may lose walls and rods that are thinner than its edges</source>
<translation>Wie dick Ton mindestens sein soll; neu vernetzt kann er Wände und Stäbe verlieren, die dünner als seine Kanten sind</translation>
</message>
<message>
<source>How widely the skin is rounded where branches part</source>
<translation>Wie weit die Haut gerundet ist, wo sich Äste teilen</translation>
</message>
<message>
<source>Hue</source>
<translation>Farbton</translation>
</message>
<message>
<source>Import {0}</source>
<translation>{0} einlesen</translation>
</message>
<message>
<source>Imported {0}: {1}</source>
<translation>{0} eingelesen: {1}</translation>
</message>
<message>
<source>Import…</source>
<translation>Einlesen…</translation>
</message>
<message>
<source>In and out</source>
<translation>Ein und aus</translation>
</message>
<message>
<source>In bends</source>
<translation>In Biegung</translation>
</message>
<message>
<source>In hand: {0}.</source>
<translation>In der Hand: {0}.</translation>
</message>
<message>
<source>In hollows without room for it the shell is thinner ({0:.0f} % of it, {1} mm at the least).</source>
<translation>In Mulden ohne Platz dafür ist die Schale dünner ({0:.0f} % von ihr, {1} mm am wenigsten).</translation>
</message>
<message>
<source>In mm</source>
<translation>In mm</translation>
</message>
<message>
<source>In the pose</source>
<translation>In Pose</translation>
</message>
<message>
<source>In the tool's circle</source>
<translation>Im Kreis des Werkzeugs</translation>
</message>
<message>
<source>In the view</source>
<translation>In der Ansicht</translation>
</message>
<message>
<source>Inner fold</source>
<translation>Innere Falte</translation>
</message>
<message>
<source>Insert ball</source>
<translation>Kugel einfügen</translation>
</message>
<message>
<source>Insert point</source>
<translation>Punkt einfügen</translation>
</message>
<message>
<source>Inside nose and mouth</source>
<translation>In Nase und Mund</translation>
</message>
<message>
<source>Inspector</source>
<translation>Inspektor</translation>
</message>
<message>
<source>Into group</source>
<translation>In die Gruppe</translation>
</message>
<message>
<source>Into the next group above it, or out of the one it lies in</source>
<translation>In die nächste Gruppe darüber oder aus der, in der sie liegt</translation>
</message>
<message>
<source>Invert</source>
<translation>Umkehren</translation>
</message>
<message>
<source>Invert the mask</source>
<translation>Die Maske umkehren</translation>
</message>
<message>
<source>Inward</source>
<translation>Innen</translation>
</message>
<message>
<source>Iris</source>
<translation>Iris</translation>
</message>
<message>
<source>Iris and white</source>
<translation>Iris und Weißes</translation>
</message>
<message>
<source>Iris depth</source>
<translation>Iristiefe</translation>
</message>
<message>
<source>Iris, of opening</source>
<translation>Iris zur Öffnung</translation>
</message>
<message>
<source>Irregular patches</source>
<translation>Unregelmäßige Flecken</translation>
</message>
<message>
<source>It cannot be seen in this photo: the mark is not used (3)</source>
<translation>Er ist in diesem Foto nicht zu sehen: Die Marke wird nicht benutzt (3)</translation>
</message>
<message>
<source>It fades out towards the limit; else it ends there</source>
<translation>Sie läuft zur Grenze hin aus; sonst endet sie dort</translation>
</message>
<message>
<source>It follows the piece's regions, landmarks and lines. Paint of your own stays above it.</source>
<translation>Er folgt den Bereichen, Messpunkten und Linien des Stücks. Eigene Farbe bleibt darüber.</translation>
</message>
<message>
<source>It has to be made again.</source>
<translation>Es muss neu gemacht werden.</translation>
</message>
<message>
<source>It is behind hair or in shade: the mark counts less (2)</source>
<translation>Er liegt hinter Haar oder im Schatten: Die Marke zählt weniger (2)</translation>
</message>
<message>
<source>It is closed so that it goes on with the form round it</source>
<translation>Es wird so geschlossen, dass es mit der Form ringsum weitergeht</translation>
</message>
<message>
<source>It is neither drawn nor met by the pointer; nothing is lost</source>
<translation>Es wird weder gezeichnet noch vom Zeiger getroffen; nichts geht verloren</translation>
</message>
<message>
<source>It lies over the clay, half transparent and blue</source>
<translation>Es liegt halb durchsichtig und blau über dem Ton</translation>
</message>
<message>
<source>It shows everywhere again</source>
<translation>Sie zeigt sich wieder überall</translation>
</message>
<message>
<source>It stands beside the clay and turns with it</source>
<translation>Es steht neben dem Ton und dreht sich mit</translation>
</message>
<message>
<source>It stands in a window of its own.</source>
<translation>Sie steht in einem eigenen Fenster.</translation>
</message>
<message>
<source>It stays in the view while you turn the clay under it. Strokes mirrored by symmetry go through its mirror image.</source>
<translation>Sie bleibt in der Ansicht, während man den Ton darunter dreht. Von der Symmetrie gespiegelte Striche gehen durch ihr Spiegelbild.</translation>
</message>
<message>
<source>It stays open</source>
<translation>Es bleibt offen</translation>
</message>
<message>
<source>Its colours</source>
<translation>Seine Farben</translation>
</message>
<message>
<source>Its longest side would be:</source>
<translation>Seine längste Seite wäre:</translation>
</message>
<message>
<source>Its own colours, with light that goes on under the skin where it bends, and two gleams; seen at rest</source>
<translation>Seine eigenen Farben, mit Licht, das unter der Haut weitergeht, wo sie sich biegt, und zwei Glanzlichtern; in Ruhe zu sehen</translation>
</message>
<message>
<source>Jaw</source>
<translation>Kiefer</translation>
</message>
<message>
<source>Jaw and chin</source>
<translation>Kiefer und Kinn</translation>
</message>
<message>
<source>Jaw and lips do not show the form at rest here: the solve lets them move on this photo</source>
<translation>Kiefer und Lippen zeigen hier nicht die Form in Ruhe: Das Lösen lässt sie sich auf diesem Foto bewegen</translation>
</message>
<message>
<source>Jaw corner</source>
<translation>Kieferwinkel</translation>
</message>
<message>
<source>Jaw's angle</source>
<translation>Kieferwinkel</translation>
</message>
<message>
<source>Jaw's breadth</source>
<translation>Kieferbreite</translation>
</message>
<message>
<source>Join in bands of detail</source>
<translation>In Bändern der Feinheit verbinden</translation>
</message>
<message>
<source>Join the lids</source>
<translation>Die Lider verbinden</translation>
</message>
<message>
<source>Join to the clay</source>
<translation>Mit Ton verbinden</translation>
</message>
<message>
<source>Join {0}</source>
<translation>{0} verbinden</translation>
</message>
<message>
<source>Joining the lids to the clay …</source>
<translation>Die Lider werden mit dem Ton verbunden …</translation>
</message>
<message>
<source>Joins</source>
<translation>Fugen</translation>
</message>
<message>
<source>Joint on the other side</source>
<translation>Andere Seite</translation>
</message>
<message>
<source>Joint to rest</source>
<translation>Gelenk zur Ruhe</translation>
</message>
<message>
<source>Jowls</source>
<translation>Hängebacken</translation>
</message>
<message>
<source>Keep apart what only touches</source>
<translation>Getrennt, was sich nur berührt</translation>
</message>
<message>
<source>Keep as a stage</source>
<translation>Als Stand aufheben</translation>
</message>
<message>
<source>Keep both</source>
<translation>Beide behalten</translation>
</message>
<message>
<source>Keep hair and background out</source>
<translation>Haar und Hintergrund weglassen</translation>
</message>
<message>
<source>Keep only that part of all other clay in sight that lies within the chosen piece</source>
<translation>Von allem anderen Ton in Sicht nur den Teil behalten, der im gewählten Stück liegt</translation>
</message>
<message>
<source>Keep the colour finer or coarser from now on; all layers are carried over</source>
<translation>Die Farbe von nun an feiner oder gröber halten; alle Schichten werden übertragen</translation>
</message>
<message>
<source>Keep the colour in hand in the portrait</source>
<translation>Die Farbe in der Hand im Porträt aufheben</translation>
</message>
<message>
<source>Keep the colour {0}</source>
<translation>Die Farbe {0} aufheben</translation>
</message>
<message>
<source>Keep the form as it is now</source>
<translation>Die Form aufheben, wie sie jetzt ist</translation>
</message>
<message>
<source>Keep the present mask under a name</source>
<translation>Die jetzige Maske unter einem Namen aufheben</translation>
</message>
<message>
<source>Keep the volume</source>
<translation>Volumen behalten</translation>
</message>
<message>
<source>Keep this panel open when another is opened</source>
<translation>Diese Tafel offen halten, wenn eine andere geöffnet wird</translation>
</message>
<message>
<source>Keep this rule</source>
<translation>Diese Regel aufheben</translation>
</message>
<message>
<source>Keep this width</source>
<translation>Diese Breite behalten</translation>
</message>
<message>
<source>Keep what lies within it</source>
<translation>Behalten, was darin liegt</translation>
</message>
<message>
<source>Keep what lies within {0}</source>
<translation>Behalten, was in {0} liegt</translation>
</message>
<message>
<source>Key stage before</source>
<translation>Zwischenstand davor</translation>
</message>
<message>
<source>Keys</source>
<translation>Tasten</translation>
</message>
<message>
<source>Keys, variant, how often work is kept, how far undo reaches.</source>
<translation>Tasten, Variante, wie oft Arbeit aufgehoben wird, wie weit Rückgängig reicht.</translation>
</message>
<message>
<source>Labrale inferius</source>
<translation>Labrale inferius</translation>
</message>
<message>
<source>Labrale superius</source>
<translation>Labrale superius</translation>
</message>
<message>
<source>Landmark by landmark, along the lines of the face, or by parts of the head</source>
<translation>Messpunkt für Messpunkt, längs der Gesichtslinien oder nach Teilen des Kopfs</translation>
</message>
<message>
<source>Landmarks</source>
<translation>Messpunkte</translation>
</message>
<message>
<source>Landmarks and lines on any clay</source>
<translation>Messpunkte und Linien auf beliebigem Ton</translation>
</message>
<message>
<source>Landmarks on the clay</source>
<translation>Messpunkte auf dem Ton</translation>
</message>
<message>
<source>Language</source>
<translation>Sprache</translation>
</message>
<message>
<source>Language of the bench and the help; files stay the same</source>
<translation>Sprache der Werkbank und der Hilfe; Dateien bleiben dieselben</translation>
</message>
<message>
<source>Large pores close together.</source>
<translation>Große Poren dicht beieinander.</translation>
</message>
<message>
<source>Larger or smaller; of a man's body it does little</source>
<translation>Größer oder kleiner; am Körper eines Mannes tut es wenig</translation>
</message>
<message>
<source>Larger tool</source>
<translation>Größeres Werkzeug</translation>
</message>
<message>
<source>Largest spot</source>
<translation>Größter Fleck</translation>
</message>
<message>
<source>Larynx</source>
<translation>Kehlkopf</translation>
</message>
<message>
<source>Lasso</source>
<translation>Schlinge</translation>
</message>
<message>
<source>Lasso and box mask the far side of the clay as well</source>
<translation>Mit Schlinge und Kasten auch die abgewandte Seite des Tons maskieren</translation>
</message>
<message>
<source>Last actions:</source>
<translation>Letzte Aktionen:</translation>
</message>
<message>
<source>Last stroke again</source>
<translation>Letzter Strich noch einmal</translation>
</message>
<message>
<source>Last strokes</source>
<translation>Striche</translation>
</message>
<message>
<source>Later  (Alt+Down)</source>
<translation>Später  (Alt+Ab)</translation>
</message>
<message>
<source>Later in order</source>
<translation>Später in der Reihe</translation>
</message>
<message>
<source>Later strokes go on from the same pair of places; else each begins at the chosen one</source>
<translation>Spätere Striche gehen vom selben Paar von Stellen weiter; sonst beginnt jeder an der gewählten</translation>
</message>
<message>
<source>Lathe</source>
<translation>Drehform</translation>
</message>
<message>
<source>Lay a complexion on first.</source>
<translation>Erst einen Teint auflegen.</translation>
</message>
<message>
<source>Lay a stamp over the view; pictures of your own come in through the panel Stamps</source>
<translation>Einen Stempel über die Ansicht legen; eigene Bilder kommen durch die Tafel Stempel herein</translation>
</message>
<message>
<source>Lay a stencil</source>
<translation>Eine Schablone auflegen</translation>
</message>
<message>
<source>Lay a stencil over the view first, in the panel Stencil: the picture goes where it lies.</source>
<translation>Erst in der Tafel Schablone eine Schablone über die Ansicht legen: Das Bild geht dorthin, wo sie liegt.</translation>
</message>
<message>
<source>Lay a surface texture</source>
<translation>Eine Oberflächentextur auflegen</translation>
</message>
<message>
<source>Lay creases</source>
<translation>Fältchen legen</translation>
</message>
<message>
<source>Lay it on</source>
<translation>Auflegen</translation>
</message>
<message>
<source>Lay on</source>
<translation>Auflegen</translation>
</message>
<message>
<source>Lay on again</source>
<translation>Noch einmal auflegen</translation>
</message>
<message>
<source>Lay on clay</source>
<translation>Ton auflegen</translation>
</message>
<message>
<source>Lay onto the skin</source>
<translation>Auf die Haut legen</translation>
</message>
<message>
<source>Lay out flat</source>
<translation>Flach abwickeln</translation>
</message>
<message>
<source>Lay the base head on the chosen piece: all landmarks, lines and regions of the face are carried over</source>
<translation>Den Grundkopf auf das gewählte Stück legen: alle Messpunkte, Linien und Bereiche des Gesichts werden übertragen</translation>
</message>
<message>
<source>Lay the bench out for '{0}' (Alt+{1}); every tool stays reachable</source>
<translation>Die Werkbank für „{0}“ einrichten (Alt+{1}); jedes Werkzeug bleibt erreichbar</translation>
</message>
<message>
<source>Lay the bench out for the stage '{0}'.</source>
<translation>Die Werkbank für die Phase „{0}“ einrichten.</translation>
</message>
<message>
<source>Lay the chosen piece onto that one where it is near and faces alike; masked clay stays</source>
<translation>Das gewählte Stück auf jenes legen, wo es nah ist und gleich blickt; maskierter Ton bleibt</translation>
</message>
<message>
<source>Lay the head on</source>
<translation>Den Kopf auflegen</translation>
</message>
<message>
<source>Lay the lips on the lines of lips that are drawn on the photos; solve first</source>
<translation>Die Lippen auf die Lippenlinien legen, die auf den Fotos gezeichnet sind; erst lösen</translation>
</message>
<message>
<source>Lay the margins on the lines of the lids that are drawn on the photos; solve first</source>
<translation>Die Ränder auf die Lidlinien legen, die auf den Fotos gezeichnet sind; erst lösen</translation>
</message>
<message>
<source>Lay the texture on, on the chosen form layer if there is one; one step of the history</source>
<translation>Die Textur auflegen, auf die gewählte Formschicht, wenn es eine gibt; ein Schritt im Verlauf</translation>
</message>
<message>
<source>Lay what is ticked on as far as the layer has paint</source>
<translation>Das Angehakte auflegen, so weit die Schicht Farbe hat</translation>
</message>
<message>
<source>Lay what is ticked on everywhere on this layer</source>
<translation>Das Angehakte überall auf dieser Schicht auflegen</translation>
</message>
<message>
<source>Layer mask and adjustment</source>
<translation>Schichtmaske und Anpassung</translation>
</message>
<message>
<source>Layer {0}</source>
<translation>Schicht {0}</translation>
</message>
<message>
<source>Layers of exaggeration of this clay; they stand among its form layers, too</source>
<translation>Schichten der Übertreibung dieses Tons; sie stehen auch unter seinen Formschichten</translation>
</message>
<message>
<source>Laying it out flat …</source>
<translation>Es wird abgewickelt …</translation>
</message>
<message>
<source>Laying photos onto the skin …</source>
<translation>Fotos werden auf die Haut gelegt …</translation>
</message>
<message>
<source>Laying the complexion on …</source>
<translation>Der Teint wird aufgelegt …</translation>
</message>
<message>
<source>Laying the head on …</source>
<translation>Der Kopf wird aufgelegt …</translation>
</message>
<message>
<source>Laying the layers on …</source>
<translation>Die Schichten werden aufgelegt …</translation>
</message>
<message>
<source>Laying the lips on the drawn lines …</source>
<translation>Die Lippen werden auf die gezeichneten Linien gelegt …</translation>
</message>
<message>
<source>Laying the map on …</source>
<translation>Die Karte wird aufgelegt …</translation>
</message>
<message>
<source>Laying the margins on the drawn lines …</source>
<translation>Die Ränder werden auf die gezeichneten Linien gelegt …</translation>
</message>
<message>
<source>Laying the picture on …</source>
<translation>Das Bild wird aufgelegt …</translation>
</message>
<message>
<source>Laying the texture on</source>
<translation>Die Textur wird aufgelegt</translation>
</message>
<message>
<source>Laying {0} on …</source>
<translation>{0} wird aufgelegt …</translation>
</message>
<message>
<source>Lays a flat band of clay with straight edges along the stroke; Ctrl cuts it in.</source>
<translation>Legt ein flaches Band Ton mit geraden Kanten längs des Strichs; Strg schneidet es ein.</translation>
</message>
<message>
<source>Lays clay on in flat layers; Ctrl takes it off.</source>
<translation>Legt Ton in flachen Lagen auf; Strg nimmt ihn weg.</translation>
</message>
<message>
<source>Lays colour on so thinly that it builds up slowly; Ctrl washes it off, Shift evens it out.</source>
<translation>Legt Farbe so dünn auf, dass sie langsam wächst; Strg wäscht sie ab, Umschalt gleicht sie aus.</translation>
</message>
<message>
<source>Lays the chosen colour on in irregular squiggles, veins or blotches that never repeat; Ctrl takes paint away in them, Shift evens out.</source>
<translation>Legt die gewählte Farbe in unregelmäßigen Schnörkeln, Adern oder Flecken auf, die sich nie wiederholen; Strg nimmt darin Farbe weg, Umschalt gleicht aus.</translation>
</message>
<message>
<source>Lays the chosen colour on; Ctrl takes paint away, Shift evens it out.</source>
<translation>Legt die gewählte Farbe auf; Strg nimmt Farbe weg, Umschalt gleicht sie aus.</translation>
</message>
<message>
<source>Lean to the left</source>
<translation>Nach links neigen</translation>
</message>
<message>
<source>Lean, in degrees about the axis of the world</source>
<translation>Neigen, in Grad um die Achse der Welt</translation>
</message>
<message>
<source>Leans back</source>
<translation>Neigt sich zurück</translation>
</message>
<message>
<source>Least</source>
<translation>Mindestens</translation>
</message>
<message>
<source>Leave</source>
<translation>Verlassen</translation>
</message>
<message>
<source>Leave open</source>
<translation>Offen lassen</translation>
</message>
<message>
<source>Leave the desk (Esc)</source>
<translation>Den Tisch verlassen (Esc)</translation>
</message>
<message>
<source>Leave the standpoint</source>
<translation>Den Standpunkt verlassen</translation>
</message>
<message>
<source>Leave the standpoint (Esc, or turn the view)</source>
<translation>Den Standpunkt verlassen (Esc oder die Ansicht drehen)</translation>
</message>
<message>
<source>Left</source>
<translation>Links</translation>
</message>
<message>
<source>Left and right are exchanged on this photo; they were read the other way round.</source>
<translation>Links und rechts sind auf diesem Foto vertauscht; sie wurden umgekehrt gelesen.</translation>
</message>
<message>
<source>Left and right seem to be swapped. Left means the sitter's own left, which is on the right of a photo taken from the front. Swap them and solve again.</source>
<translation>Links und rechts scheinen vertauscht. Links heißt links am Modell, was auf einem Foto von vorn rechts ist. Tauschen und neu lösen.</translation>
</message>
<message>
<source>Left eyeball</source>
<translation>Linker Augapfel</translation>
</message>
<message>
<source>Left for right</source>
<translation>Links für rechts</translation>
</message>
<message>
<source>Left hand: at ease</source>
<translation>Linke Hand: locker</translation>
</message>
<message>
<source>Left hand: fist</source>
<translation>Linke Hand: Faust</translation>
</message>
<message>
<source>Left hand: pointing</source>
<translation>Linke Hand: zeigend</translation>
</message>
<message>
<source>Left hand: spread</source>
<translation>Linke Hand: gespreizt</translation>
</message>
<message>
<source>Left out, because it does not fit:</source>
<translation>Weggelassen, weil es nicht passt:</translation>
</message>
<message>
<source>Left side of {0} to the right</source>
<translation>Linke Seite von {0} nach rechts</translation>
</message>
<message>
<source>Left to both</source>
<translation>Links auf beide</translation>
</message>
<message>
<source>Left to right</source>
<translation>Links nach rechts</translation>
</message>
<message>
<source>Length</source>
<translation>Länge</translation>
</message>
<message>
<source>Length of the clay's edges; shorter ones give more quads</source>
<translation>Länge der Kanten des Tons; kürzere geben mehr Vierecke</translation>
</message>
<message>
<source>Length of the edges there: from a quarter of the others' to four times it</source>
<translation>Länge der Kanten dort: von einem Viertel der anderen bis zum Vierfachen</translation>
</message>
<message>
<source>Length of the quads' edges</source>
<translation>Länge der Kanten der Vierecke</translation>
</message>
<message>
<source>Length of the quads' edges, about; shorter ones keep more</source>
<translation>Länge der Kanten der Vierecke, etwa; kürzere behalten mehr</translation>
</message>
<message>
<source>Length of the quads' edges; shorter ones give more of them</source>
<translation>Länge der Kanten der Vierecke; kürzere geben mehr davon</translation>
</message>
<message>
<source>Lens (35 mm)</source>
<translation>Objektiv (Kleinbild)</translation>
</message>
<message>
<source>Lens of the view, as on a 36 x 24 mm frame</source>
<translation>Objektiv der Ansicht, wie auf 36 × 24 mm</translation>
</message>
<message>
<source>Lens {0:.0f} mm ±{1:.0f} %, taken from {2:.2f} m ±{3:.2f}, direction ±{4:.1f}°; {5} marks used.</source>
<translation>Objektiv {0:.0f} mm ±{1:.0f} %, aus {2:.2f} m ±{3:.2f}, Richtung ±{4:.1f}°; {5} Marken benutzt.</translation>
</message>
<message>
<source>Less than 0 is wide open, 100 % is shut</source>
<translation>Unter 0 ist weit offen, 100 % ist zu</translation>
</message>
<message>
<source>Less: {0}. More: {1}. Double click the name for 0</source>
<translation>Weniger: {0}. Mehr: {1}. Doppelklick auf den Namen für 0</translation>
</message>
<message>
<source>Let all of the chosen piece be free again.</source>
<translation>Das ganze gewählte Stück wieder freigeben.</translation>
</message>
<message>
<source>Let all of the piece be free (Shift+Q)</source>
<translation>Das ganze Stück freigeben (Umschalt+Q)</translation>
</message>
<message>
<source>Let this measure follow from the others again</source>
<translation>Dieses Maß wieder aus den anderen folgen lassen</translation>
</message>
<message>
<source>Let this measure follow the stature again</source>
<translation>Dieses Maß wieder der Körpergröße folgen lassen</translation>
</message>
<message>
<source>Level</source>
<translation>Ebene</translation>
</message>
<message>
<source>Level {0} of {1}</source>
<translation>Stufe {0} von {1}</translation>
</message>
<message>
<source>Level {0}, {1} vertices ({2}, {3} step down and up)</source>
<translation>Stufe {0}, {1} Punkte ({2}, {3} gehen ab und auf)</translation>
</message>
<message>
<source>Level, through the middle of the piece</source>
<translation>Waagerecht, durch die Mitte des Stücks</translation>
</message>
<message>
<source>Levels</source>
<translation>Stufen</translation>
</message>
<message>
<source>Levels found under {0}</source>
<translation>Unter {0} gefundene Stufen</translation>
</message>
<message>
<source>Levels under {0}</source>
<translation>Stufen unter {0}</translation>
</message>
<message>
<source>Lid margins</source>
<translation>Lidränder</translation>
</message>
<message>
<source>Lids</source>
<translation>Lider</translation>
</message>
<message>
<source>Lids are to lie where nothing can be. Give places in millimetres from the eye.</source>
<translation>Lider sollen liegen, wo nichts sein kann. Orte in Millimetern vom Auge angeben.</translation>
</message>
<message>
<source>Lids belong to a left or to a right eye.</source>
<translation>Lider gehören zu einem linken oder einem rechten Auge.</translation>
</message>
<message>
<source>Lids cannot have {0} {1:g}; {2:g} to {3:g} makes sense.</source>
<translation>Lider können {0} nicht {1:g} haben; {2:g} bis {3:g} ist sinnvoll.</translation>
</message>
<message>
<source>Lids with a body of their own on eyes that have none; keep them apart as long as you like</source>
<translation>Lider mit eigenem Körper auf Augen, die keine haben; sie bleiben getrennt, so lange man will</translation>
</message>
<message>
<source>Lids with a body of their own. 'Join to the clay' makes them the clay's skin.</source>
<translation>Lider mit eigenem Körper. „Mit Ton verbinden“ macht sie zur Haut des Tons.</translation>
</message>
<message>
<source>Lids: {0}</source>
<translation>Lider: {0}</translation>
</message>
<message>
<source>Light is multiplied by it, as sRGB has it</source>
<translation>Licht wird damit multipliziert, wie sRGB es hat</translation>
</message>
<message>
<source>Light out</source>
<translation>Licht weg</translation>
</message>
<message>
<source>Lighten</source>
<translation>Aufhellen</translation>
</message>
<message>
<source>Lightness</source>
<translation>Helligkeit</translation>
</message>
<message>
<source>Lights</source>
<translation>Lampen</translation>
</message>
<message>
<source>Likeness</source>
<translation>Ähnlichkeit</translation>
</message>
<message>
<source>Line</source>
<translation>Linie</translation>
</message>
<message>
<source>Line sags</source>
<translation>Linie hängt</translation>
</message>
<message>
<source>Line up</source>
<translation>Ausrichten</translation>
</message>
<message>
<source>Line where the lips meet, from corner to corner.</source>
<translation>Linie, wo sich die Lippen treffen, von Winkel zu Winkel.</translation>
</message>
<message>
<source>Linear burn</source>
<translation>Linear nachbelichten</translation>
</message>
<message>
<source>Lines on the clay</source>
<translation>Linien auf dem Ton</translation>
</message>
<message>
<source>Lines that part and meet: turn them along the skin.</source>
<translation>Linien, die sich trennen und treffen: längs der Haut drehen.</translation>
</message>
<message>
<source>Lip</source>
<translation>Lippe</translation>
</message>
<message>
<source>Lip creases</source>
<translation>Lippenfältchen</translation>
</message>
<message>
<source>Lip forms</source>
<translation>Lippenformen</translation>
</message>
<message>
<source>Lip lines</source>
<translation>Lippenlinien</translation>
</message>
<message>
<source>Lips</source>
<translation>Lippen</translation>
</message>
<message>
<source>Lips and teeth</source>
<translation>Lippen und Zähne</translation>
</message>
<message>
<source>Lips apart</source>
<translation>Öffnung</translation>
</message>
<message>
<source>Lips: {0}</source>
<translation>Lippen: {0}</translation>
</message>
<message>
<source>Live copies round an axis through the pivot, if it is a point of your own, else through the origin</source>
<translation>Lebende Kopien im Kranz um eine Achse durch den Drehpunkt, wenn er ein eigener Punkt ist, sonst durch den Ursprung</translation>
</message>
<message>
<source>Lobe</source>
<translation>Läppchen</translation>
</message>
<message>
<source>Lock</source>
<translation>Sperren</translation>
</message>
<message>
<source>Lock: no tool changes it</source>
<translation>Sperren: Kein Werkzeug ändert es</translation>
</message>
<message>
<source>Look ahead</source>
<translation>Geradeaus schauen</translation>
</message>
<message>
<source>Look at</source>
<translation>Ansehen</translation>
</message>
<message>
<source>Look over</source>
<translation>Durchsehen</translation>
</message>
<message>
<source>Look round</source>
<translation>Sich umsehen</translation>
</message>
<message>
<source>Looking</source>
<translation>Ansehen</translation>
</message>
<message>
<source>Looking at both sides …</source>
<translation>Beide Seiten werden angesehen …</translation>
</message>
<message>
<source>Looking down</source>
<translation>Blick nach unten</translation>
</message>
<message>
<source>Looking for thin parts …</source>
<translation>Dünne Teile werden gesucht …</translation>
</message>
<message>
<source>Looking up</source>
<translation>Blick nach oben</translation>
</message>
<message>
<source>Looks at</source>
<translation>Ziel</translation>
</message>
<message>
<source>Looks right</source>
<translation>Sieht richtig aus</translation>
</message>
<message>
<source>Loose part</source>
<translation>Loser Teil</translation>
</message>
<message>
<source>Loose parts smaller than this are dropped, but never the largest</source>
<translation>Lose Teile, die kleiner sind, werden weggelassen, nie aber der größte</translation>
</message>
<message>
<source>Lower canine</source>
<translation>Unterer Eckzahn</translation>
</message>
<message>
<source>Lower forward</source>
<translation>Unten vor</translation>
</message>
<message>
<source>Lower fullness</source>
<translation>Fülle unten</translation>
</message>
<message>
<source>Lower in the list</source>
<translation>Tiefer in der Liste</translation>
</message>
<message>
<source>Lower lip</source>
<translation>Unterlippe</translation>
</message>
<message>
<source>Lower red</source>
<translation>Rot unten</translation>
</message>
<message>
<source>Lower rolled</source>
<translation>Unten gerollt</translation>
</message>
<message>
<source>Lower second molar</source>
<translation>Unterer zweiter Backenzahn</translation>
</message>
<message>
<source>Lowest place of the lower margin below the pupil that looks straight ahead</source>
<translation>Tiefste Stelle des unteren Rands unter der Pupille, die geradeaus schaut</translation>
</message>
<message>
<source>Luminosity</source>
<translation>Leuchtkraft</translation>
</message>
<message>
<source>Make a stamp of any picture: white works fully, black not at all. Pictures can be dropped here, too</source>
<translation>Aus einem beliebigen Bild einen Stempel machen: Weiß wirkt voll, Schwarz gar nicht. Bilder können auch hier fallen gelassen werden</translation>
</message>
<message>
<source>Make all fine height that is seen into a form layer; it moves the clay</source>
<translation>Alle sichtbare feine Höhe zu einer Formschicht machen; sie bewegt den Ton</translation>
</message>
<message>
<source>Make clay of even quads from the skin; the armature is kept, hidden</source>
<translation>Aus der Haut Ton aus gleichmäßigen Vierecken machen; das Gerüst bleibt, verborgen</translation>
</message>
<message>
<source>Make clay of lids with bodies of their own: tools work on them, they follow their eye no more</source>
<translation>Aus Lidern mit eigenem Körper Ton machen: Werkzeuge arbeiten daran, sie folgen ihrem Auge nicht mehr</translation>
</message>
<message>
<source>Make clay of the eye in hand: tools can work on it then; undo gives its dials back</source>
<translation>Aus dem Auge in der Hand Ton machen: Werkzeuge können dann daran arbeiten; Rückgängig gibt seine Regler zurück</translation>
</message>
<message>
<source>Make clay of the teeth: tools work on them, they follow the jaw no more</source>
<translation>Aus den Zähnen Ton machen: Werkzeuge arbeiten daran, sie folgen dem Kiefer nicht mehr</translation>
</message>
<message>
<source>Make it</source>
<translation>Machen</translation>
</message>
<message>
<source>Make it larger.</source>
<translation>Größer machen.</translation>
</message>
<message>
<source>Make it the mean {0}; what you modelled stays on it</source>
<translation>Zu {0} machen; was Sie modelliert haben, bleibt darauf</translation>
</message>
<message>
<source>Make levels under it</source>
<translation>Stufen darunter machen</translation>
</message>
<message>
<source>Make lids with bodies of their own the clay's skin, with even rows between; the dials stay</source>
<translation>Lider mit eigenem Körper zur Haut des Tons machen, mit gleichmäßigen Reihen dazwischen; die Regler bleiben</translation>
</message>
<message>
<source>Make that feature of this side the image of the other's</source>
<translation>Diesen Gesichtsteil zum Bild dessen der anderen Seite machen</translation>
</message>
<message>
<source>Make the skull clay</source>
<translation>Den Schädel zu Ton machen</translation>
</message>
<message>
<source>Make the skull inside the base head, and pegs as long as published depths of the flesh over it</source>
<translation>Den Schädel im Grundkopf machen und Stifte, so lang wie veröffentlichte Tiefen des Fleischs darüber</translation>
</message>
<message>
<source>Make the stature {0:g} times the height of the head</source>
<translation>Die Körpergröße auf das {0:g}-Fache der Kopfhöhe stellen</translation>
</message>
<message>
<source>Make the tool, or the chosen ball of an armature, smaller.</source>
<translation>Das Werkzeug oder die gewählte Kugel eines Gerüsts kleiner machen.</translation>
</message>
<message>
<source>Make what is thinner as thick as this, half on each side; what is masked stays</source>
<translation>Was dünner ist, so dick machen, auf jeder Seite die Hälfte; was maskiert ist, bleibt</translation>
</message>
<message>
<source>Makes skin lighter, with Ctrl darker, in its own hue; Shift evens out.</source>
<translation>Macht die Haut heller, mit Strg dunkler, in ihrem eigenen Farbton; Umschalt gleicht aus.</translation>
</message>
<message>
<source>Makes the skin as matt or as glossy as the roughness below; Ctrl takes it back to plain clay, Shift evens it out.</source>
<translation>Macht die Haut so matt oder glänzend wie die Rauheit unten; Strg bringt sie zu einfachem Ton zurück, Umschalt gleicht aus.</translation>
</message>
<message>
<source>Making levels …</source>
<translation>Stufen werden gemacht …</translation>
</message>
<message>
<source>Making one surface …</source>
<translation>Es wird eine Fläche gemacht …</translation>
</message>
<message>
<source>Making room for teeth …</source>
<translation>Für Zähne wird Platz gemacht …</translation>
</message>
<message>
<source>Making the mask …</source>
<translation>Die Maske wird gemacht …</translation>
</message>
<message>
<source>Making the shell …</source>
<translation>Die Schale wird gemacht …</translation>
</message>
<message>
<source>Man</source>
<translation>Mann</translation>
</message>
<message>
<source>Mark an action, then press the key that it is to have.</source>
<translation>Eine Aktion markieren, dann die Taste drücken, die sie haben soll.</translation>
</message>
<message>
<source>Mark six landmarks</source>
<translation>Sechs Messpunkte markieren</translation>
</message>
<message>
<source>Mark six or more landmarks on each photo; then all photos are solved together.</source>
<translation>Auf jedem Foto sechs oder mehr Messpunkte markieren; dann werden alle Fotos zusammen gelöst.</translation>
</message>
<message>
<source>Mark the design sheet</source>
<translation>Das Entwurfsblatt markieren</translation>
</message>
<message>
<source>Marked alike on all photos, but not where an ordinary head has it: {0}.</source>
<translation>Auf allen Fotos gleich markiert, aber nicht dort, wo ein gewöhnlicher Kopf es hat: {0}.</translation>
</message>
<message>
<source>Marks (*.csv *.json)</source>
<translation>Marken (*.csv *.json)</translation>
</message>
<message>
<source>Mask</source>
<translation>Maske</translation>
</message>
<message>
<source>Mask a loose part</source>
<translation>Einen losen Teil maskieren</translation>
</message>
<message>
<source>Mask a named region of the piece, besides what is masked</source>
<translation>Einen benannten Bereich des Stücks maskieren, zusätzlich zum Maskierten</translation>
</message>
<message>
<source>Mask a part of the piece first: what is masked becomes a piece of its own.</source>
<translation>Erst einen Teil des Stücks maskieren: Was maskiert ist, wird ein eigenes Stück.</translation>
</message>
<message>
<source>Mask a region …</source>
<translation>Einen Bereich maskieren …</translation>
</message>
<message>
<source>Mask and parts</source>
<translation>Maske und Teile</translation>
</message>
<message>
<source>Mask by box</source>
<translation>Maske mit Kasten</translation>
</message>
<message>
<source>Mask by colour</source>
<translation>Nach Farbe maskieren</translation>
</message>
<message>
<source>Mask by lasso</source>
<translation>Maske mit Schlinge</translation>
</message>
<message>
<source>Mask it</source>
<translation>Maske</translation>
</message>
<message>
<source>Mask of {0}</source>
<translation>Maske von {0}</translation>
</message>
<message>
<source>Mask the crests</source>
<translation>Die Grate maskieren</translation>
</message>
<message>
<source>Mask the hollows</source>
<translation>Die Mulden maskieren</translation>
</message>
<message>
<source>Mask the {0}</source>
<translation>{0} maskieren</translation>
</message>
<message>
<source>Mask what faces the eye</source>
<translation>Maskieren, was dem Auge zugewandt ist</translation>
</message>
<message>
<source>Mask {0}</source>
<translation>{0} maskieren</translation>
</message>
<message>
<source>Masked clay would stay behind. Clear the mask first.</source>
<translation>Maskierter Ton bliebe zurück. Erst die Maske leeren.</translation>
</message>
<message>
<source>Masked turns</source>
<translation>Maskiertes dreht sich</translation>
</message>
<message>
<source>Masks and regions of the piece by name; choose one to take it up</source>
<translation>Masken und Bereiche des Stücks beim Namen; eine wählen, um sie aufzunehmen</translation>
</message>
<message>
<source>Masks and turned parts</source>
<translation>Masken und gedrehte Teile</translation>
</message>
<message>
<source>Masks from the form</source>
<translation>Masken aus der Form</translation>
</message>
<message>
<source>Measure the iris</source>
<translation>Die Iris messen</translation>
</message>
<message>
<source>Measure {0}</source>
<translation>{0} messen</translation>
</message>
<message>
<source>Measures of skin</source>
<translation>Maße der Haut</translation>
</message>
<message>
<source>Measures of the head</source>
<translation>Maße des Kopfs</translation>
</message>
<message>
<source>Measuring</source>
<translation>Messen</translation>
</message>
<message>
<source>Measuring the asymmetry …</source>
<translation>Die Asymmetrie wird gemessen …</translation>
</message>
<message>
<source>Measuring …</source>
<translation>Es wird gemessen …</translation>
</message>
<message>
<source>Melanin</source>
<translation>Melanin</translation>
</message>
<message>
<source>Memory for undo; when it is full, the oldest steps can no longer be taken back</source>
<translation>Speicher für Rückgängig; ist er voll, lassen sich die ältesten Schritte nicht mehr zurücknehmen</translation>
</message>
<message>
<source>Mend and reduce</source>
<translation>Flicken und verringern</translation>
</message>
<message>
<source>Mend the chosen piece</source>
<translation>Das gewählte Stück flicken</translation>
</message>
<message>
<source>Mend {0}</source>
<translation>{0} flicken</translation>
</message>
<message>
<source>Mending …</source>
<translation>Es wird geflickt …</translation>
</message>
<message>
<source>Mentolabial sulcus</source>
<translation>Kinn-Lippen-Furche</translation>
</message>
<message>
<source>Merge down</source>
<translation>Vereinen</translation>
</message>
<message>
<source>Merge {0} into {1}</source>
<translation>{0} mit {1} vereinen</translation>
</message>
<message>
<source>Merge {0} pieces</source>
<translation>{0} Stücke vereinen</translation>
</message>
<message>
<source>Metallic</source>
<translation>Metallisch</translation>
</message>
<message>
<source>Middle</source>
<translation>Mitte</translation>
</message>
<message>
<source>Middle of the jaw's border</source>
<translation>Mitte des Kieferrands</translation>
</message>
<message>
<source>Middle of the piece, above and below</source>
<translation>Mitte des Stücks, oben und unten</translation>
</message>
<message>
<source>Middle of the piece, front and back</source>
<translation>Mitte des Stücks, vorn und hinten</translation>
</message>
<message>
<source>Middle of the piece, left and right</source>
<translation>Mitte des Stücks, links und rechts</translation>
</message>
<message>
<source>Middle of the ramus</source>
<translation>Mitte des Kieferasts</translation>
</message>
<message>
<source>Midline</source>
<translation>Mittellinie</translation>
</message>
<message>
<source>Mirror the pose</source>
<translation>Die Pose spiegeln</translation>
</message>
<message>
<source>Mirror to the other side</source>
<translation>Auf die andere Seite spiegeln</translation>
</message>
<message>
<source>Mirror {0}</source>
<translation>{0} spiegeln</translation>
</message>
<message>
<source>Mirrored</source>
<translation>Gespiegelt</translation>
</message>
<message>
<source>Mirrored picture</source>
<translation>Gespiegeltes Bild</translation>
</message>
<message>
<source>More or less under the skin, everywhere</source>
<translation>Mehr oder weniger unter der Haut, überall</translation>
</message>
<message>
<source>More panels ({0})</source>
<translation>Weitere Tafeln ({0})</translation>
</message>
<message>
<source>More settings: falloff, pen pressure and what the tool works on</source>
<translation>Mehr Einstellungen: Abfall, Stiftdruck und worauf das Werkzeug wirkt</translation>
</message>
<message>
<source>Motion</source>
<translation>Bewegung</translation>
</message>
<message>
<source>Mottle</source>
<translation>Sprenkeln</translation>
</message>
<message>
<source>Mottling, blotches</source>
<translation>Fleckung, Flecken</translation>
</message>
<message>
<source>Mottling, fine</source>
<translation>Fleckung, fein</translation>
</message>
<message>
<source>Mottling, regions</source>
<translation>Fleckung, Bereiche</translation>
</message>
<message>
<source>Mouth closed</source>
<translation>Mund geschlossen</translation>
</message>
<message>
<source>Mouth corners</source>
<translation>Mundwinkel</translation>
</message>
<message>
<source>Mouth open</source>
<translation>Mund offen</translation>
</message>
<message>
<source>Mouth's ground</source>
<translation>Mundgrund</translation>
</message>
<message>
<source>Move</source>
<translation>Bewegen</translation>
</message>
<message>
<source>Move it in the view</source>
<translation>In der Ansicht bewegen</translation>
</message>
<message>
<source>Move landmarks</source>
<translation>Messpunkte versetzen</translation>
</message>
<message>
<source>Move solids</source>
<translation>Grundkörper bewegen</translation>
</message>
<message>
<source>Move solids in the view</source>
<translation>Grundkörper in der Ansicht bewegen</translation>
</message>
<message>
<source>Move the pointer over the clay to measure it there; stand at a photo to compare.</source>
<translation>Den Zeiger über den Ton bewegen, um dort zu messen; an ein Foto stellen, um zu vergleichen.</translation>
</message>
<message>
<source>Move the slider to change this step; go on working to keep it.</source>
<translation>Den Regler bewegen, um diesen Schritt zu ändern; weiterarbeiten, um ihn zu behalten.</translation>
</message>
<message>
<source>Move the stencil</source>
<translation>Schablone bewegen</translation>
</message>
<message>
<source>Move {0}</source>
<translation>{0} verschieben</translation>
</message>
<message>
<source>Move, size and turn the stencil over the view; F9 or Esc goes back to the tool.</source>
<translation>Die Schablone über der Ansicht bewegen, vergrößern und drehen; F9 oder Esc geht zum Werkzeug zurück.</translation>
</message>
<message>
<source>Move, turn and scale the chosen pieces by handles; Esc ends.</source>
<translation>Die gewählten Stücke mit Griffen verschieben, drehen und vergrößern; Esc beendet.</translation>
</message>
<message>
<source>Multiply</source>
<translation>Multiplizieren</translation>
</message>
<message>
<source>Muscle</source>
<translation>Muskel</translation>
</message>
<message>
<source>Name a measure {0}</source>
<translation>Ein Maß {0} nennen</translation>
</message>
<message>
<source>Name of the group</source>
<translation>Name der Gruppe</translation>
</message>
<message>
<source>Name of the mask</source>
<translation>Name der Maske</translation>
</message>
<message>
<source>Name of the piece</source>
<translation>Name des Stücks</translation>
</message>
<message>
<source>Name this measure; it stays on the clay and follows it</source>
<translation>Dieses Maß benennen; es bleibt auf dem Ton und folgt ihm</translation>
</message>
<message>
<source>Name, note, tags, lens…</source>
<translation>Name, Notiz, Stichwörter, Objektiv…</translation>
</message>
<message>
<source>Name, note, tags, order, own window, remove</source>
<translation>Name, Notiz, Stichwörter, Reihenfolge, eigenes Fenster, entfernen</translation>
</message>
<message>
<source>Narrow the edge of the mask</source>
<translation>Den Rand der Maske schmaler machen</translation>
</message>
<message>
<source>Narrower by a ring of vertices</source>
<translation>Um einen Ring von Punkten schmaler</translation>
</message>
<message>
<source>Nasolabial angle: columella, base, upper lip</source>
<translation>Nasolabialwinkel: Steg, Basis, Oberlippe</translation>
</message>
<message>
<source>Nasolabial angle: columella, base, upper lip (Powell &amp; Humphreys 1984; spread: Legan &amp; Burstone 1980)</source>
<translation>Nasolabialwinkel: Steg, Basis, Oberlippe (Powell &amp; Humphreys 1984; Streuung: Legan &amp; Burstone 1980)</translation>
</message>
<message>
<source>Natural asymmetry; 100 % is as much as people have. Leave it at 0 to model symmetrically first</source>
<translation>Natürliche Asymmetrie; 100 % ist so viel, wie Menschen haben. Bei 0 lassen, um erst symmetrisch zu modellieren</translation>
</message>
<message>
<source>Near the last press</source>
<translation>Nahe dem letzten Druck</translation>
</message>
<message>
<source>Neck</source>
<translation>Hals</translation>
</message>
<message>
<source>Neck muscles</source>
<translation>Halsmuskeln</translation>
</message>
<message>
<source>Neither landmarks nor drawn lines tell where the surface has to go.</source>
<translation>Weder Messpunkte noch gezeichnete Linien sagen, wohin die Oberfläche muss.</translation>
</message>
<message>
<source>New armature: {0}</source>
<translation>Neues Gerüst: {0}</translation>
</message>
<message>
<source>New base figure: {0}</source>
<translation>Neue Grundfigur: {0}</translation>
</message>
<message>
<source>New base head, level {0}</source>
<translation>Neuer Grundkopf, Stufe {0}</translation>
</message>
<message>
<source>New base head: {0}</source>
<translation>Neuer Grundkopf: {0}</translation>
</message>
<message>
<source>New eye</source>
<translation>Neues Auge</translation>
</message>
<message>
<source>New eyes</source>
<translation>Neue Augen</translation>
</message>
<message>
<source>New layer</source>
<translation>Neu</translation>
</message>
<message>
<source>New lids</source>
<translation>Neue Lider</translation>
</message>
<message>
<source>New masks are added to what is masked</source>
<translation>Neue Masken kommen zu dem Maskierten hinzu</translation>
</message>
<message>
<source>New masks free what they meet</source>
<translation>Neue Masken geben frei, was sie treffen</translation>
</message>
<message>
<source>New masks take the place of the present one</source>
<translation>Neue Masken treten an die Stelle der jetzigen</translation>
</message>
<message>
<source>New portrait</source>
<translation>Neues Porträt</translation>
</message>
<message>
<source>New solid: {0}</source>
<translation>Neuer Grundkörper: {0}</translation>
</message>
<message>
<source>New teeth</source>
<translation>Neue Zähne</translation>
</message>
<message>
<source>Next</source>
<translation>Weiter</translation>
</message>
<message>
<source>Next key stage</source>
<translation>Nächster Zwischenstand</translation>
</message>
<message>
<source>Next overlay</source>
<translation>Nächste Überlagerung</translation>
</message>
<message>
<source>Next part of the bench</source>
<translation>Nächster Teil der Werkbank</translation>
</message>
<message>
<source>Next stage</source>
<translation>Nächster Stand</translation>
</message>
<message>
<source>Next: {0}.</source>
<translation>Als Nächstes: {0}.</translation>
</message>
<message>
<source>No</source>
<translation>Nein</translation>
</message>
<message>
<source>No balance</source>
<translation>Kein Abgleich</translation>
</message>
<message>
<source>No clay has landmarks of a face. Lay the head on, or begin with a base head.</source>
<translation>Kein Ton hat Messpunkte eines Gesichts. Den Kopf auflegen oder mit einem Grundkopf beginnen.</translation>
</message>
<message>
<source>No clay has landmarks of a face. Place them on the clay, or begin with a base head.</source>
<translation>Kein Ton hat Messpunkte eines Gesichts. Auf den Ton setzen oder mit einem Grundkopf beginnen.</translation>
</message>
<message>
<source>No clay has lines of a mouth. Draw them, or begin with a base head.</source>
<translation>Kein Ton hat Linien eines Mundes. Zeichnen oder mit einem Grundkopf beginnen.</translation>
</message>
<message>
<source>No clay has lines of a mouth. Lay the head on, or begin with a base head.</source>
<translation>Kein Ton hat Linien eines Mundes. Den Kopf auflegen oder mit einem Grundkopf beginnen.</translation>
</message>
<message>
<source>No clay has lines of a mouth. Lay the head on, or draw them.</source>
<translation>Kein Ton hat Linien eines Mundes. Den Kopf auflegen oder sie zeichnen.</translation>
</message>
<message>
<source>No clay lies round this eye. Move the eye and its lids into the clay first.</source>
<translation>Um dieses Auge liegt kein Ton. Das Auge und seine Lider erst in den Ton bewegen.</translation>
</message>
<message>
<source>No clay stands over this peg.</source>
<translation>Über diesem Stift steht kein Ton.</translation>
</message>
<message>
<source>No colour layers for {0}</source>
<translation>Keine Farbschichten für {0}</translation>
</message>
<message>
<source>No face of the piece lies on its map.</source>
<translation>Keine Fläche des Stücks liegt auf seiner Karte.</translation>
</message>
<message>
<source>No head was laid on this piece.</source>
<translation>Auf dieses Stück wurde kein Kopf gelegt.</translation>
</message>
<message>
<source>No key</source>
<translation>Keine Taste</translation>
</message>
<message>
<source>No layer carries fine height where the clay has vertices. Paint some, or refine the clay.</source>
<translation>Keine Schicht trägt feine Höhe, wo der Ton Punkte hat. Welche malen oder den Ton verfeinern.</translation>
</message>
<message>
<source>No layers were written.</source>
<translation>Keine Schichten wurden geschrieben.</translation>
</message>
<message>
<source>No line of the lips is drawn on a photo that is solved. Draw one, and solve the sitter.</source>
<translation>Keine Lippenlinie ist auf einem gelösten Foto gezeichnet. Eine zeichnen und das Modell lösen.</translation>
</message>
<message>
<source>No line of these lids is drawn on a photo that is solved. Draw one, and solve the sitter.</source>
<translation>Keine Linie dieser Lider ist auf einem gelösten Foto gezeichnet. Eine zeichnen und das Modell lösen.</translation>
</message>
<message>
<source>No map was written.</source>
<translation>Keine Karte wurde geschrieben.</translation>
</message>
<message>
<source>No mask</source>
<translation>Keine Maske</translation>
</message>
<message>
<source>No mask for {0}</source>
<translation>Keine Maske für {0}</translation>
</message>
<message>
<source>No measure {0}is known of the sitter. Mark its landmarks on photos and solve first.</source>
<translation>Kein Maß {0}ist vom Modell bekannt. Seine Messpunkte auf Fotos markieren und erst lösen.</translation>
</message>
<message>
<source>No page has '{0}'.</source>
<translation>Auf keiner Seite steht „{0}“.</translation>
</message>
<message>
<source>No part of '{0}' was turned.</source>
<translation>Kein Teil von „{0}“ wurde gedreht.</translation>
</message>
<message>
<source>No photo has a standpoint yet: mark six landmarks and solve it in the stage Sitter.</source>
<translation>Noch hat kein Foto einen Standpunkt: sechs Messpunkte markieren und in der Phase Modell lösen.</translation>
</message>
<message>
<source>No photo has marks yet. Mark six landmarks on one.</source>
<translation>Noch hat kein Foto Marken. Auf einem sechs Messpunkte markieren.</translation>
</message>
<message>
<source>No photo shows a pupil that was marked. Mark 'pupil' on a photo and solve.</source>
<translation>Kein Foto zeigt eine markierte Pupille. Auf einem Foto „Pupille“ markieren und lösen.</translation>
</message>
<message>
<source>No piece is chosen.</source>
<translation>Kein Stück ist gewählt.</translation>
</message>
<message>
<source>No recovery file: {0}</source>
<translation>Keine Sicherungsdatei: {0}</translation>
</message>
<message>
<source>No ring of {0}</source>
<translation>Kein Kranz aus {0}</translation>
</message>
<message>
<source>No section</source>
<translation>Kein</translation>
</message>
<message>
<source>No standpoint fits these marks.{0}</source>
<translation>Kein Standpunkt passt zu diesen Marken.{0}</translation>
</message>
<message>
<source>No stencil</source>
<translation>Keine Schablone</translation>
</message>
<message>
<source>No tool is on the key {0}</source>
<translation>Auf der Taste {0} liegt kein Werkzeug</translation>
</message>
<message>
<source>No tool is on the key {0}; Ctrl+{1} puts the one in hand there.</source>
<translation>Auf der Taste {0} liegt kein Werkzeug; Strg+{1} legt das in der Hand darauf.</translation>
</message>
<message>
<source>No {0} on {1}</source>
<translation>Kein {0} auf {1}</translation>
</message>
<message>
<source>Nobody knows from where the section is seen.</source>
<translation>Niemand weiß, von wo der Schnitt gesehen wird.</translation>
</message>
<message>
<source>Nod</source>
<translation>Nicken</translation>
</message>
<message>
<source>Nod, in degrees about the axis of the world</source>
<translation>Nicken, in Grad um die Achse der Welt</translation>
</message>
<message>
<source>None of the six is there yet</source>
<translation>Von den sechs ist noch keiner da</translation>
</message>
<message>
<source>None of these follows another piece.</source>
<translation>Keines davon folgt einem anderen Stück.</translation>
</message>
<message>
<source>None of these photos has a standpoint. Mark six landmarks and solve it in the stage Sitter.</source>
<translation>Keines dieser Fotos hat einen Standpunkt. Sechs Messpunkte markieren und in der Phase Modell lösen.</translation>
</message>
<message>
<source>Norm: published mean (spread) of adults of the sitter's kind; z counts spreads from it.</source>
<translation>Norm: veröffentlichtes Mittel (Streuung) von Erwachsenen der Art des Modells; z zählt Streuungen davon.</translation>
</message>
<message>
<source>Normal</source>
<translation>Normal</translation>
</message>
<message>
<source>Normals cannot be taken. Take a map of the fine height instead.</source>
<translation>Normalen können nicht genommen werden. Stattdessen eine Karte der feinen Höhe nehmen.</translation>
</message>
<message>
<source>Normals of the fine height</source>
<translation>Normalen der feinen Höhe</translation>
</message>
<message>
<source>North window</source>
<translation>Nordfenster</translation>
</message>
<message>
<source>Nose</source>
<translation>Nase</translation>
</message>
<message>
<source>Nose bridge</source>
<translation>Nasenrücken</translation>
</message>
<message>
<source>Nose tip</source>
<translation>Nasenspitze</translation>
</message>
<message>
<source>Nose wings</source>
<translation>Nasenflügel</translation>
</message>
<message>
<source>Nose, ears, brow, jaw</source>
<translation>Nase, Ohren, Braue, Kiefer</translation>
</message>
<message>
<source>Nostril's breadth</source>
<translation>Breite des Nasenlochs</translation>
</message>
<message>
<source>Nothing but clay, 180 mm across.</source>
<translation>Nichts als Ton, 180 mm im Durchmesser.</translation>
</message>
<message>
<source>Nothing goes through where the clay is turned away from you by more</source>
<translation>Nichts geht hindurch, wo der Ton um mehr von Ihnen abgewandt ist</translation>
</message>
<message>
<source>Nothing is called like '{0}'.</source>
<translation>Nichts heißt wie „{0}“.</translation>
</message>
<message>
<source>Nothing is chosen that could be moved. Choose landmarks that a photo shows.</source>
<translation>Nichts ist gewählt, das sich bewegen ließe. Messpunkte wählen, die ein Foto zeigt.</translation>
</message>
<message>
<source>Nothing is masked, so there is nothing to store.</source>
<translation>Nichts ist maskiert, es gibt also nichts aufzuheben.</translation>
</message>
<message>
<source>Nothing is masked. Paint a mask (Q) where the texture is to go.</source>
<translation>Nichts ist maskiert. Eine Maske (Q) malen, wo die Textur hin soll.</translation>
</message>
<message>
<source>Nothing is masked. Paint with Mask (Q) over the part that is to turn, or take a region of the clay.</source>
<translation>Nichts ist maskiert. Mit Maske (Q) über den Teil malen, der sich drehen soll, oder einen Bereich des Tons nehmen.</translation>
</message>
<message>
<source>Nothing is masked. Paint with Mask (Q) where the shell is to be.</source>
<translation>Nichts ist maskiert. Mit Maske (Q) malen, wo die Schale sein soll.</translation>
</message>
<message>
<source>Nothing is painted on '{0}' yet.</source>
<translation>Auf „{0}“ ist noch nichts gemalt.</translation>
</message>
<message>
<source>Nothing is thinner than {0:.1f} mm.</source>
<translation>Nichts ist dünner als {0:.1f} mm.</translation>
</message>
<message>
<source>Nothing moved: the pieces are locked, or too far away.</source>
<translation>Nichts bewegte sich: Die Stücke sind gesperrt oder zu weit weg.</translation>
</message>
<message>
<source>Nothing of '{0}' is seen through the stencil from here.</source>
<translation>Nichts von „{0}“ ist von hier durch die Schablone zu sehen.</translation>
</message>
<message>
<source>Nothing of '{0}' lies on that side.</source>
<translation>Nichts von „{0}“ liegt auf dieser Seite.</translation>
</message>
<message>
<source>Nothing of '{0}' lies within {1:g} mm of '{2}', or all of it is masked.</source>
<translation>Nichts von „{0}“ liegt innerhalb {1:g} mm von „{2}“, oder alles davon ist maskiert.</translation>
</message>
<message>
<source>Nothing of the bench moves by itself: no fading menus, no blinking cursor</source>
<translation>Nichts an der Werkbank bewegt sich von selbst: keine sich einblendenden Menüs, keine blinkende Schreibmarke</translation>
</message>
<message>
<source>Nothing of the clay is masked. Mask what the layer is to leave out first.</source>
<translation>Nichts vom Ton ist maskiert. Erst maskieren, was die Schicht auslassen soll.</translation>
</message>
<message>
<source>Nothing of the clay is near the other form.</source>
<translation>Nichts vom Ton ist der anderen Form nah.</translation>
</message>
<message>
<source>Nothing of this piece lies in that sector. Begin it elsewhere.</source>
<translation>Nichts von diesem Stück liegt in diesem Sektor. Anderswo beginnen.</translation>
</message>
<message>
<source>Nothing of this surface can be used: it has no face with an area.</source>
<translation>Nichts von dieser Fläche lässt sich benutzen: Sie hat keine Fläche mit Inhalt.</translation>
</message>
<message>
<source>Nothing that edges of {0:g} mm can show is left. Choose shorter ones.</source>
<translation>Nichts, was Kanten von {0:g} mm zeigen können, bleibt übrig. Kürzere wählen.</translation>
</message>
<message>
<source>Nothing that may move is thinner than {0:g} mm.</source>
<translation>Nichts, was sich bewegen darf, ist dünner als {0:g} mm.</translation>
</message>
<message>
<source>Nothing to compare with yet: 'Keep as a stage' stores the clay as it is now.</source>
<translation>Noch nichts zum Vergleichen: „Als Stand aufheben“ hebt den Ton auf, wie er jetzt ist.</translation>
</message>
<message>
<source>Nothing to compare yet: mark six landmarks on a photo and solve the sitter.</source>
<translation>Noch nichts zu vergleichen: auf einem Foto sechs Messpunkte markieren und das Modell lösen.</translation>
</message>
<message>
<source>Nothing was looked for.</source>
<translation>Nichts wurde gesucht.</translation>
</message>
<message>
<source>Nothing was measured.</source>
<translation>Nichts wurde gemessen.</translation>
</message>
<message>
<source>Nothing was opened.</source>
<translation>Nichts wurde geöffnet.</translation>
</message>
<message>
<source>Nothing was under way: all that you did before stands, and can be undone.</source>
<translation>Nichts war im Gang: Alles, was Sie vorher taten, besteht und lässt sich zurücknehmen.</translation>
</message>
<message>
<source>Nothing was wrong.</source>
<translation>Nichts war falsch.</translation>
</message>
<message>
<source>Now the other pupil.</source>
<translation>Nun die andere Pupille.</translation>
</message>
<message>
<source>Of all layers together</source>
<translation>Aller Schichten zusammen</translation>
</message>
<message>
<source>Of teeth, gums and tongue, as a part of the usual</source>
<translation>Von Zähnen, Zahnfleisch und Zunge, als Teil des Üblichen</translation>
</message>
<message>
<source>Of the blood: 75 % is usual; little makes it bluish, as in lips that are cold</source>
<translation>Vom Blut: 75 % sind üblich; wenig macht es bläulich, wie bei kalten Lippen</translation>
</message>
<message>
<source>Of the colour</source>
<translation>Von der Farbe</translation>
</message>
<message>
<source>Of the layer: 0 is symmetric, 100 as it was, -100 its mirror image</source>
<translation>Der Schicht: 0 ist symmetrisch, 100 wie zuvor, -100 ihr Spiegelbild</translation>
</message>
<message>
<source>Of the margins; about 2 mm is usual</source>
<translation>Der Ränder; etwa 2 mm sind üblich</translation>
</message>
<message>
<source>Of the picture on the skin</source>
<translation>Des Bilds auf der Haut</translation>
</message>
<message>
<source>Off: only the line is drawn, over clay and photo</source>
<translation>Aus: Nur die Linie wird gezeichnet, über Ton und Foto</translation>
</message>
<message>
<source>Old man</source>
<translation>Alter Mann</translation>
</message>
<message>
<source>Old woman</source>
<translation>Alte Frau</translation>
</message>
<message>
<source>On all that is not masked</source>
<translation>Auf allem, was nicht maskiert ist</translation>
</message>
<message>
<source>On one page.</source>
<translation>Auf einer Seite.</translation>
</message>
<message>
<source>On the clay: {0} in the mean.</source>
<translation>Auf dem Ton: im Mittel {0}.</translation>
</message>
<message>
<source>On the demo portrait, by your own hand; left at any step.</source>
<translation>Am Vorführporträt, mit eigener Hand; bei jedem Schritt zu verlassen.</translation>
</message>
<message>
<source>On the key {0}</source>
<translation>Auf der Taste {0}</translation>
</message>
<message>
<source>On the masked part</source>
<translation>Auf dem maskierten Teil</translation>
</message>
<message>
<source>On what edges have another length: masked clay, or a region</source>
<translation>Worauf Kanten eine andere Länge haben: maskierter Ton oder ein Bereich</translation>
</message>
<message>
<source>On {0} pages.</source>
<translation>Auf {0} Seiten.</translation>
</message>
<message>
<source>One ball</source>
<translation>Eine Kugel</translation>
</message>
<message>
<source>One closed surface of even quads of all clay and solids in sight, eyeballs left out</source>
<translation>Eine geschlossene Fläche aus gleichmäßigen Vierecken aus allem Ton und allen Grundkörpern in Sicht, ohne Augäpfel</translation>
</message>
<message>
<source>One copy is the piece itself. Ask for two or more.</source>
<translation>Eine Kopie ist das Stück selbst. Zwei oder mehr verlangen.</translation>
</message>
<message>
<source>One dab: press, and draw it out to its size and angle</source>
<translation>Ein Tupfer: drücken und auf seine Größe und seinen Winkel ausziehen</translation>
</message>
<message>
<source>One hard lamp from the side, or soft light; hold the key to look only as long.</source>
<translation>Eine harte Lampe von der Seite oder weiches Licht; die Taste halten, um nur so lange zu schauen.</translation>
</message>
<message>
<source>One landmark is</source>
<translation>Ein Messpunkt ist</translation>
</message>
<message>
<source>One large, cool window from the left: the softest light for planes</source>
<translation>Ein großes, kühles Fenster von links: das weichste Licht für Ebenen</translation>
</message>
<message>
<source>One layer of this and the one below it</source>
<translation>Aus dieser und der darunter eine Schicht</translation>
</message>
<message>
<source>One layer of this and the one below; the form stays</source>
<translation>Aus dieser und der darunter eine Schicht; die Form bleibt</translation>
</message>
<message>
<source>One number scales in all directions</source>
<translation>Eine Zahl vergrößert in alle Richtungen</translation>
</message>
<message>
<source>One photo with a standpoint, or all of them</source>
<translation>Ein Foto mit Standpunkt oder alle</translation>
</message>
<message>
<source>One photo, or all, each where the clay faces it best</source>
<translation>Ein Foto oder alle, jedes dort, wo der Ton ihm am besten zugewandt ist</translation>
</message>
<message>
<source>One small lamp from the right and hardly any other light</source>
<translation>Eine kleine Lampe von rechts und kaum anderes Licht</translation>
</message>
<message>
<source>One step of its own; undo takes it back</source>
<translation>Ein eigener Schritt; Rückgängig nimmt ihn zurück</translation>
</message>
<message>
<source>Only lids with a body of their own are settled; these are the clay's skin.</source>
<translation>Nur Lider mit eigenem Körper werden gefestigt; diese sind die Haut des Tons.</translation>
</message>
<message>
<source>Only the clay; works while the clay view has the focus.</source>
<translation>Nur der Ton; wirkt, solange die Tonansicht die Tastatur hat.</translation>
</message>
<message>
<source>Only there</source>
<translation>Nur dort</translation>
</message>
<message>
<source>Opacity</source>
<translation>Deckkraft</translation>
</message>
<message>
<source>Open</source>
<translation>Öffnen</translation>
</message>
<message>
<source>Open a portrait.</source>
<translation>Ein Porträt öffnen.</translation>
</message>
<message>
<source>Open by {0:.1f} mm now ({1:g} to {2:g} mm are usual); highest {3:.1f} mm {4} of the pupil, lowest {5:.1f} mm {6}; slanted by {7:.0f}°. The crease usually lies {8:g} mm (men) and {9:g} mm (women) over the margin.</source>
<translation>Jetzt um {0:.1f} mm offen ({1:g} bis {2:g} mm sind üblich); am höchsten {3:.1f} mm {4} der Pupille, am tiefsten {5:.1f} mm {6}; um {7:.0f}° geneigt. Die Furche liegt gewöhnlich {8:g} mm (Männer) und {9:g} mm (Frauen) über dem Rand.</translation>
</message>
<message>
<source>Open mouth and teeth</source>
<translation>Offener Mund und Zähne</translation>
</message>
<message>
<source>Open portrait</source>
<translation>Porträt öffnen</translation>
</message>
<message>
<source>Open rims</source>
<translation>Offen</translation>
</message>
<message>
<source>OpenRaster (*.ora)</source>
<translation>OpenRaster (*.ora)</translation>
</message>
<message>
<source>Opened {0}.</source>
<translation>{0} geöffnet.</translation>
</message>
<message>
<source>Opening the other portrait …</source>
<translation>Das andere Porträt wird geöffnet …</translation>
</message>
<message>
<source>Opening the photo …</source>
<translation>Das Foto wird geöffnet …</translation>
</message>
<message>
<source>Opening {0}</source>
<translation>{0} wird geöffnet</translation>
</message>
<message>
<source>Open…</source>
<translation>Öffnen…</translation>
</message>
<message>
<source>Order of {0}</source>
<translation>Reihenfolge von {0}</translation>
</message>
<message>
<source>Orthographic</source>
<translation>Orthografisch</translation>
</message>
<message>
<source>Orthographic: parallel lines stay parallel, nothing shrinks with distance (O)</source>
<translation>Orthografisch: Parallelen bleiben parallel, nichts schrumpft mit der Entfernung (O)</translation>
</message>
<message>
<source>Other as this</source>
<translation>Andere gleich</translation>
</message>
<message>
<source>Other on</source>
<translation>Anders auf</translation>
</message>
<message>
<source>Other side</source>
<translation>Andere Seite</translation>
</message>
<message>
<source>Others</source>
<translation>Andere</translation>
</message>
<message>
<source>Out of its group</source>
<translation>Aus seiner Gruppe</translation>
</message>
<message>
<source>Outer part</source>
<translation>Äußerer Teil</translation>
</message>
<message>
<source>Outlines and lines</source>
<translation>Umrisse und Linien</translation>
</message>
<message>
<source>Outlines follow from the form and have no place on the clay.</source>
<translation>Umrisse folgen aus der Form und haben keinen Platz auf dem Ton.</translation>
</message>
<message>
<source>Outward</source>
<translation>Außen</translation>
</message>
<message>
<source>Over</source>
<translation>Über</translation>
</message>
<message>
<source>Over how many millimetres the joins are rounded; 0 keeps them sharp</source>
<translation>Über wie viele Millimeter die Fugen gerundet werden; 0 lässt sie scharf</translation>
</message>
<message>
<source>Over the shoulder</source>
<translation>Über die Schulter</translation>
</message>
<message>
<source>Over the skin</source>
<translation>Über die Haut</translation>
</message>
<message>
<source>Overbite</source>
<translation>Überbiss</translation>
</message>
<message>
<source>Overjet</source>
<translation>Überstand</translation>
</message>
<message>
<source>Overlay</source>
<translation>Überlagern</translation>
</message>
<message>
<source>Own turn, left</source>
<translation>Drehung, links</translation>
</message>
<message>
<source>Own turn, up</source>
<translation>Drehung, hoch</translation>
</message>
<message>
<source>Own window</source>
<translation>Eigenes Fenster</translation>
</message>
<message>
<source>Oxygen</source>
<translation>Sauerstoff</translation>
</message>
<message>
<source>PDF (*.pdf);;PNG (*.png);;all numbers as CSV (*.csv)</source>
<translation>PDF (*.pdf);;PNG (*.png);;alle Zahlen als CSV (*.csv)</translation>
</message>
<message>
<source>PNG (*.png)</source>
<translation>PNG (*.png)</translation>
</message>
<message>
<source>PNG (*.png);;TIFF (*.tif *.tiff)</source>
<translation>PNG (*.png);;TIFF (*.tif *.tiff)</translation>
</message>
<message>
<source>Page to print (*.md);;JSON (*.json)</source>
<translation>Seite zum Drucken (*.md);;JSON (*.json)</translation>
</message>
<message>
<source>Paint</source>
<translation>Malen</translation>
</message>
<message>
<source>Paint becomes pigments that move what lies below to its colour</source>
<translation>Aus Farbe werden Pigmente, die das, was darunter liegt, zu ihrer Farbe bringen</translation>
</message>
<message>
<source>Paint on the mask</source>
<translation>Auf die Maske malen</translation>
</message>
<message>
<source>Palms and soles</source>
<translation>Handflächen und Sohlen</translation>
</message>
<message>
<source>Panel of the stages {0}</source>
<translation>Tafel der Phasen {0}</translation>
</message>
<message>
<source>Panels and tools to the left of the clay, photos to the right</source>
<translation>Tafeln und Werkzeuge links vom Ton, Fotos rechts</translation>
</message>
<message>
<source>Part before</source>
<translation>Teil davor</translation>
</message>
<message>
<source>Parts as before</source>
<translation>Teile wie zuvor</translation>
</message>
<message>
<source>Parts of '{0}' are turned. Take that off in the panel Mask and parts first.</source>
<translation>Teile von „{0}“ sind gedreht. Das erst in der Tafel Maske und Teile abnehmen.</translation>
</message>
<message>
<source>Parts of the clay are turned. Take that off in the panel Mask and parts to steer it.</source>
<translation>Teile des Tons sind gedreht. Das in der Tafel Maske und Teile abnehmen, um ihn zu steuern.</translation>
</message>
<message>
<source>Parts turned</source>
<translation>Gedrehte Teile</translation>
</message>
<message>
<source>Paste photo</source>
<translation>Foto einfügen</translation>
</message>
<message>
<source>Pattern {0}. The same number always gives the same iris.</source>
<translation>Muster {0}. Dieselbe Zahl gibt immer dieselbe Iris.</translation>
</message>
<message>
<source>Patterns can be {0:.0f} to {1:.0f} % as large as usual.</source>
<translation>Muster können {0:.0f} bis {1:.0f} % so groß wie üblich sein.</translation>
</message>
<message>
<source>Patterns cannot be drawn out {0:g} times; 1 to {1:g} times make sense.</source>
<translation>Muster lassen sich nicht {0:g}-fach strecken; 1- bis {1:g}-fach ist sinnvoll.</translation>
</message>
<message>
<source>Patterns of {0:g} mm make no sense; {1:g} to {2:g} mm do.</source>
<translation>Muster von {0:g} mm sind nicht sinnvoll; {1:g} bis {2:g} mm sind es.</translation>
</message>
<message>
<source>Peak</source>
<translation>Spitze</translation>
</message>
<message>
<source>Pegs</source>
<translation>Stifte</translation>
</message>
<message>
<source>Pelvis (whole figure)</source>
<translation>Becken (ganze Figur)</translation>
</message>
<message>
<source>Pen</source>
<translation>Stift</translation>
</message>
<message>
<source>Pen pressure</source>
<translation>Stiftdruck</translation>
</message>
<message>
<source>PgDown</source>
<translation>Bild ab</translation>
</message>
<message>
<source>PgUp</source>
<translation>Bild auf</translation>
</message>
<message>
<source>Philtrum depth</source>
<translation>Philtrumtiefe</translation>
</message>
<message>
<source>Photo and clay in turn.</source>
<translation>Foto und Ton abwechselnd.</translation>
</message>
<message>
<source>Photo on one side, clay on the other.</source>
<translation>Foto auf einer Seite, Ton auf der anderen.</translation>
</message>
<message>
<source>Photo on the clay</source>
<translation>Foto auf dem Ton</translation>
</message>
<message>
<source>Photo {0}</source>
<translation>Foto {0}</translation>
</message>
<message>
<source>Photo, clay and overlay side by side with all numbers, as PDF, PNG or CSV.</source>
<translation>Foto, Ton und Überlagerung nebeneinander mit allen Zahlen, als PDF, PNG oder CSV.</translation>
</message>
<message>
<source>Photo, difference, the clay's outline, the photo's edges.</source>
<translation>Foto, Differenz, Umriss des Tons, Kanten des Fotos.</translation>
</message>
<message>
<source>Photos ({0})</source>
<translation>Fotos ({0})</translation>
</message>
<message>
<source>Photos do not tell how large a head is. Take one distance on the sitter with calipers, or drag across an iris on a photo (Mark, then Scale). Until then every figure leaves size out.</source>
<translation>Fotos sagen nicht, wie groß ein Kopf ist. Einen Abstand mit dem Taster am Modell nehmen oder auf einem Foto über eine Iris ziehen (Markieren, dann Maßstab). Bis dahin lässt jede Zahl die Größe weg.</translation>
</message>
<message>
<source>Photos do not tell how large the head is. Until an iris or a distance is measured, forms are compared as if both heads were of one size, here and in every other figure.</source>
<translation>Fotos sagen nicht, wie groß der Kopf ist. Bis eine Iris oder ein Abstand gemessen ist, werden hier und überall Formen verglichen, als wären beide Köpfe gleich groß.</translation>
</message>
<message>
<source>Photos of a sitter, a few landmarks, and the bench measures the head.</source>
<translation>Fotos eines Modells, ein paar Messpunkte, und die Werkbank vermisst den Kopf.</translation>
</message>
<message>
<source>Photos of the sitter hang here. Drop some below, or press the plus; then mark six landmarks on one with its pin, and Yewfinch works out where it was taken from.</source>
<translation>Hier hängen Fotos des Modells. Unten welche fallen lassen oder das Plus drücken; dann auf einem mit seiner Nadel sechs Messpunkte markieren, und Yewfinch rechnet aus, von wo es aufgenommen wurde.</translation>
</message>
<message>
<source>Photos onto the skin</source>
<translation>Fotos auf die Haut</translation>
</message>
<message>
<source>Pick colour</source>
<translation>Farbe aufnehmen</translation>
</message>
<message>
<source>Picture and export</source>
<translation>Bild und Ausgabe</translation>
</message>
<message>
<source>Picture through the stencil …</source>
<translation>Bild durch die Schablone …</translation>
</message>
<message>
<source>Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.webp)</source>
<translation>Bilder (*.png *.jpg *.jpeg *.tif *.tiff *.webp)</translation>
</message>
<message>
<source>Pictures ({0})</source>
<translation>Bilder ({0})</translation>
</message>
<message>
<source>Pictures and files to take away</source>
<translation>Bilder und Dateien zum Mitnehmen</translation>
</message>
<message>
<source>Pictures of it were left out: they cannot be read, or lie on places that are turned.</source>
<translation>Bilder davon wurden weggelassen: Sie lassen sich nicht lesen oder liegen auf gedrehten Plätzen.</translation>
</message>
<message>
<source>Pictures of its materials were left out, as they cannot be read.</source>
<translation>Bilder seiner Materialien wurden weggelassen, da sie sich nicht lesen lassen.</translation>
</message>
<message>
<source>Piece: {0}</source>
<translation>Stück: {0}</translation>
</message>
<message>
<source>Pieces</source>
<translation>Stücke</translation>
</message>
<message>
<source>Pieces are scaled by {0:g} to {1:g} times at once.</source>
<translation>Stücke werden auf einmal um das {0:g}- bis {1:g}-Fache vergrößert.</translation>
</message>
<message>
<source>Pieces that overlap by less than half an edge stay bodies of their own; with joins at 0</source>
<translation>Stücke, die sich um weniger als eine halbe Kante überlappen, bleiben eigene Körper; bei Fugen 0</translation>
</message>
<message>
<source>Pigments</source>
<translation>Pigmente</translation>
</message>
<message>
<source>Pinch</source>
<translation>Kneifen</translation>
</message>
<message>
<source>Place</source>
<translation>Setzen</translation>
</message>
<message>
<source>Place a drawing: JPEG, PNG, WebP or TIFF</source>
<translation>Eine Zeichnung hinstellen: JPEG, PNG, WebP oder TIFF</translation>
</message>
<message>
<source>Place and copy</source>
<translation>Platzieren und kopieren</translation>
</message>
<message>
<source>Place in the view</source>
<translation>In der Ansicht platzieren</translation>
</message>
<message>
<source>Place landmarks</source>
<translation>Messpunkte setzen</translation>
</message>
<message>
<source>Place of {0}</source>
<translation>Platz von {0}</translation>
</message>
<message>
<source>Place pieces</source>
<translation>Stücke platzieren</translation>
</message>
<message>
<source>Place the design sheet</source>
<translation>Das Entwurfsblatt hinstellen</translation>
</message>
<message>
<source>Place {0}</source>
<translation>{0} setzen</translation>
</message>
<message>
<source>Plain weave.</source>
<translation>Leinwandbindung.</translation>
</message>
<message>
<source>Plane</source>
<translation>Ebene</translation>
</message>
<message>
<source>Plaster</source>
<translation>Gips</translation>
</message>
<message>
<source>Point</source>
<translation>Punkt</translation>
</message>
<message>
<source>Point the foot</source>
<translation>Den Fuß strecken</translation>
</message>
<message>
<source>Pointer by keys</source>
<translation>Zeiger mit Tasten</translation>
</message>
<message>
<source>Points of a curve lie between 0 and 1.</source>
<translation>Punkte einer Kurve liegen zwischen 0 und 1.</translation>
</message>
<message>
<source>Polish</source>
<translation>Polieren</translation>
</message>
<message>
<source>Pores</source>
<translation>Poren</translation>
</message>
<message>
<source>Portrait …</source>
<translation>Porträt …</translation>
</message>
<message>
<source>Portrait: {0}</source>
<translation>Porträt: {0}</translation>
</message>
<message>
<source>Portraits (*.yewfinch)</source>
<translation>Porträts (*.yewfinch)</translation>
</message>
<message>
<source>Pose</source>
<translation>Pose</translation>
</message>
<message>
<source>Pose off or on</source>
<translation>Pose aus oder an</translation>
</message>
<message>
<source>Pose the base figure by dragging it; Esc ends.</source>
<translation>Die Grundfigur durch Ziehen in Pose bringen; Esc beendet.</translation>
</message>
<message>
<source>Pose: all to rest</source>
<translation>Pose: alles zur Ruhe</translation>
</message>
<message>
<source>Pose: drag the {0}</source>
<translation>Pose: {0} ziehen</translation>
</message>
<message>
<source>Pose: mirrored</source>
<translation>Pose: gespiegelt</translation>
</message>
<message>
<source>Pose: {0} to both sides</source>
<translation>Pose: {0} auf beide Seiten</translation>
</message>
<message>
<source>Pose: {0}{1}</source>
<translation>Pose: {0}{1}</translation>
</message>
<message>
<source>Pose: {0}{1} to rest</source>
<translation>Pose: {0}{1} zur Ruhe</translation>
</message>
<message>
<source>Pour</source>
<translation>Ausgießen</translation>
</message>
<message>
<source>Powell &amp; Humphreys 1984; spread: Legan &amp; Burstone 1980</source>
<translation>Powell &amp; Humphreys 1984; Streuung: Legan &amp; Burstone 1980</translation>
</message>
<message>
<source>Preparing figures; once, up to a minute …</source>
<translation>Figuren werden vorbereitet; einmal, bis zu einer Minute …</translation>
</message>
<message>
<source>Press Solve. The bench works out where each photo was taken from, and the sitter's landmarks in mm with their uncertainty.</source>
<translation>Lösen drücken. Die Werkbank rechnet aus, von wo jedes Foto aufgenommen wurde, und die Messpunkte des Modells in mm mit ihrer Unsicherheit.</translation>
</message>
<message>
<source>Press on the clay first, at the middle of what the layer is to show.</source>
<translation>Erst auf den Ton drücken, in der Mitte dessen, was die Schicht zeigen soll.</translation>
</message>
<message>
<source>Press the clay back from the eyes: lids come to lie on them, skin becomes a socket</source>
<translation>Den Ton von den Augen zurückdrücken: Lider legen sich auf sie, aus Haut wird eine Höhle</translation>
</message>
<message>
<source>Press the new key:</source>
<translation>Die neue Taste drücken:</translation>
</message>
<message>
<source>Press the pin on a card: the photo comes on the desk. Click the landmark that it asks for, or drag one that is there; six times. Esc leads back to the clay.</source>
<translation>Die Nadel auf einer Karte drücken: Das Foto kommt auf den Tisch. Den Messpunkt anklicken, nach dem gefragt wird, oder einen vorhandenen ziehen; sechsmal. Esc führt zum Ton zurück.</translation>
</message>
<message>
<source>Press {0}. A recovery file is written by itself besides, every minute or so.</source>
<translation>{0} drücken. Außerdem wird etwa jede Minute von selbst eine Sicherungsdatei geschrieben.</translation>
</message>
<message>
<source>Pressing harder makes the tool larger</source>
<translation>Stärkeres Drücken macht das Werkzeug größer</translation>
</message>
<message>
<source>Pressing harder makes the tool stronger</source>
<translation>Stärkeres Drücken macht das Werkzeug stärker</translation>
</message>
<message>
<source>Pressure for those without a pen</source>
<translation>Druck für die ohne Stift</translation>
</message>
<message>
<source>Pressure for those without a pen: it grows while you hold Space during a stroke, and falls again</source>
<translation>Druck für die ohne Stift: Er wächst, solange Sie bei einem Strich die Leertaste halten, und fällt wieder</translation>
</message>
<message>
<source>Pressure to the right, outcome upwards. Drag points; click the line for another; Delete removes one; arrow keys move it.</source>
<translation>Druck nach rechts, Ergebnis nach oben. Punkte ziehen; ein Klick auf die Linie gibt einen weiteren; Entf entfernt einen; Pfeiltasten bewegen ihn.</translation>
</message>
<message>
<source>Profile's bend</source>
<translation>Knick des Profils</translation>
</message>
<message>
<source>Proportions</source>
<translation>Proportionen</translation>
</message>
<message>
<source>Pull out</source>
<translation>Herausziehen</translation>
</message>
<message>
<source>Pupil</source>
<translation>Pupille</translation>
</message>
<message>
<source>Pupils apart</source>
<translation>Pupillen</translation>
</message>
<message>
<source>Pupils {0:g} mm apart make no sense; 20 to 200 mm do.</source>
<translation>Pupillen {0:g} mm auseinander sind nicht sinnvoll; 20 bis 200 mm sind es.</translation>
</message>
<message>
<source>Put a ball into the link above the chosen one; or click the link in the view</source>
<translation>Eine Kugel in den Stab über der gewählten setzen; oder den Stab in der Ansicht anklicken</translation>
</message>
<message>
<source>Put a copied picture on the sitter wall.</source>
<translation>Ein kopiertes Bild an die Modellwand hängen.</translation>
</message>
<message>
<source>Put a fresh base head of this level in the place of the present head; undo brings that back</source>
<translation>Einen frischen Grundkopf dieser Stufe an die Stelle des jetzigen Kopfs setzen; Rückgängig bringt den zurück</translation>
</message>
<message>
<source>Put a point between the chosen one and the next</source>
<translation>Einen Punkt zwischen den gewählten und den nächsten setzen</translation>
</message>
<message>
<source>Put on a number key</source>
<translation>Auf eine Zifferntaste legen</translation>
</message>
<message>
<source>Put photos on the sitter wall.</source>
<translation>Fotos an die Modellwand hängen.</translation>
</message>
<message>
<source>Put skull and pegs under the head</source>
<translation>Schädel und Stifte unter den Kopf setzen</translation>
</message>
<message>
<source>Put the asymmetry onto a form layer: under it the clay is its own mirror image</source>
<translation>Die Asymmetrie auf eine Formschicht legen: Darunter ist der Ton sein eigenes Spiegelbild</translation>
</message>
<message>
<source>Put the pose on</source>
<translation>Die Pose anlegen</translation>
</message>
<message>
<source>Put the pose on again</source>
<translation>Die Pose wieder anlegen</translation>
</message>
<message>
<source>Put the pupils where the photos show the sitter's; solve the sitter first</source>
<translation>Die Pupillen dorthin setzen, wo die Fotos die des Modells zeigen; erst das Modell lösen</translation>
</message>
<message>
<source>Put the state {0} {1}</source>
<translation>Den Zustand {0} {1} setzen</translation>
</message>
<message>
<source>Put the tool in hand on the key {0}.</source>
<translation>Das Werkzeug in der Hand auf die Taste {0} legen.</translation>
</message>
<message>
<source>Put them on again</source>
<translation>Sie wieder anlegen</translation>
</message>
<message>
<source>Put this key stage one place earlier</source>
<translation>Diesen Zwischenstand um einen Platz nach vorn</translation>
</message>
<message>
<source>Put this key stage one place later</source>
<translation>Diesen Zwischenstand um einen Platz nach hinten</translation>
</message>
<message>
<source>Put this panel into a window of its own; closing that brings it back</source>
<translation>Diese Tafel in ein eigenes Fenster stellen; schließt man es, kommt sie zurück</translation>
</message>
<message>
<source>Put this photo on the desk: landmarks, lines, scale, drawings, frame</source>
<translation>Dieses Foto auf den Tisch legen: Messpunkte, Linien, Maßstab, Zeichnungen, Ausschnitt</translation>
</message>
<message>
<source>Quads along a grid: in a moment, for blocking in; what overlaps is fused</source>
<translation>Vierecke längs eines Gitters: im Nu, für die Anlage; was sich überlappt, wird verschmolzen</translation>
</message>
<message>
<source>Quads along the form</source>
<translation>Vierecke längs der Form</translation>
</message>
<message>
<source>Quads along the form of the chosen piece, with its colours, masks and landmarks</source>
<translation>Vierecke längs der Form des gewählten Stücks, mit seinen Farben, Masken und Messpunkten</translation>
</message>
<message>
<source>Quads run along the lines of lids, lips and ears that lie on the piece</source>
<translation>Vierecke laufen längs der Linien von Lidern, Lippen und Ohren, die auf dem Stück liegen</translation>
</message>
<message>
<source>Quit</source>
<translation>Beenden</translation>
</message>
<message>
<source>Radius</source>
<translation>Radius</translation>
</message>
<message>
<source>Radius above</source>
<translation>Radius oben</translation>
</message>
<message>
<source>Radius below</source>
<translation>Radius unten</translation>
</message>
<message>
<source>Radius of the chosen ball ([ and ] make it smaller and larger)</source>
<translation>Radius der gewählten Kugel ([ und ] machen sie kleiner und größer)</translation>
</message>
<message>
<source>Radius of the front of the cornea; about 7.8 mm, less makes it stand out more</source>
<translation>Radius der Vorderseite der Hornhaut; etwa 7,8 mm, weniger lässt sie mehr vorstehen</translation>
</message>
<message>
<source>Raise forward</source>
<translation>Nach vorn heben</translation>
</message>
<message>
<source>Raise sideways</source>
<translation>Seitlich heben</translation>
</message>
<message>
<source>Raises the clay by a picture, Ctrl presses it in: press, and draw it out to its size.</source>
<translation>Hebt den Ton durch ein Bild, Strg drückt es ein: drücken und auf seine Größe ausziehen.</translation>
</message>
<message>
<source>Raking light</source>
<translation>Streiflicht</translation>
</message>
<message>
<source>Random person</source>
<translation>Zufall</translation>
</message>
<message>
<source>Reach</source>
<translation>Reichweite</translation>
</message>
<message>
<source>Read marks</source>
<translation>Marken lesen</translation>
</message>
<message>
<source>Read marks…</source>
<translation>Marken lesen…</translation>
</message>
<message>
<source>Read the likeness</source>
<translation>Die Ähnlichkeit lesen</translation>
</message>
<message>
<source>Read {0} marks</source>
<translation>{0} Marken gelesen</translation>
</message>
<message>
<source>Read {0} marks from {1}.</source>
<translation>{0} Marken aus {1} gelesen.</translation>
</message>
<message>
<source>Reading {0}</source>
<translation>{0} wird gelesen</translation>
</message>
<message>
<source>Recent portraits</source>
<translation>Letzte Porträts</translation>
</message>
<message>
<source>Recover work</source>
<translation>Arbeit wiederherstellen</translation>
</message>
<message>
<source>Recovered, but without the picture of {0}: a grey one stands in for it under the marks.</source>
<translation>Wiederhergestellt, aber ohne das Bild von {0}: Ein graues steht dafür unter den Marken.</translation>
</message>
<message>
<source>Recovering '{0}'</source>
<translation>„{0}“ wird wiederhergestellt</translation>
</message>
<message>
<source>Recovery file every</source>
<translation>Sicherungsdatei alle</translation>
</message>
<message>
<source>Red</source>
<translation>Rot</translation>
</message>
<message>
<source>Red, below: 0.2 to 7 %; more in cheeks, nose and ears, and in a flush</source>
<translation>Rot, darunter: 0,2 bis 7 %; mehr an Wangen, Nase und Ohren und beim Erröten</translation>
</message>
<message>
<source>Reddens; with Ctrl it pales</source>
<translation>Rötet; mit Strg bleicht es</translation>
</message>
<message>
<source>Redo</source>
<translation>Wiederholen</translation>
</message>
<message>
<source>Reduce to</source>
<translation>Verringern auf</translation>
</message>
<message>
<source>Reduce {0}</source>
<translation>{0} verringern</translation>
</message>
<message>
<source>Reducing …</source>
<translation>Es wird verringert …</translation>
</message>
<message>
<source>Relax</source>
<translation>Entspannen</translation>
</message>
<message>
<source>Remesh along the form</source>
<translation>Längs der Form</translation>
</message>
<message>
<source>Remesh the chosen piece, quick</source>
<translation>Gewähltes schnell vernetzen</translation>
</message>
<message>
<source>Remesh {0}</source>
<translation>{0} neu vernetzen</translation>
</message>
<message>
<source>Remesh {0} along its form</source>
<translation>{0} längs seiner Form neu vernetzen</translation>
</message>
<message>
<source>Remesh {0}, detail kept</source>
<translation>{0} neu vernetzen, Einzelheiten behalten</translation>
</message>
<message>
<source>Remesh, keep detail</source>
<translation>Mit Einzelheiten</translation>
</message>
<message>
<source>Remeshing …</source>
<translation>Es wird neu vernetzt …</translation>
</message>
<message>
<source>Remove</source>
<translation>Entfernen</translation>
</message>
<message>
<source>Remove (can be undone)</source>
<translation>Entfernen (lässt sich rückgängig machen)</translation>
</message>
<message>
<source>Remove a drawing</source>
<translation>Eine Zeichnung entfernen</translation>
</message>
<message>
<source>Remove a guide</source>
<translation>Eine Leitlinie entfernen</translation>
</message>
<message>
<source>Remove a known distance</source>
<translation>Einen bekannten Abstand entfernen</translation>
</message>
<message>
<source>Remove a measure</source>
<translation>Ein Maß entfernen</translation>
</message>
<message>
<source>Remove all</source>
<translation>Alle entfernen</translation>
</message>
<message>
<source>Remove all guides</source>
<translation>Alle Leitlinien entfernen</translation>
</message>
<message>
<source>Remove all guides of the chosen piece</source>
<translation>Alle Leitlinien des gewählten Stücks entfernen</translation>
</message>
<message>
<source>Remove all {0}</source>
<translation>Alle {0} entfernen</translation>
</message>
<message>
<source>Remove ball</source>
<translation>Kugel entfernen</translation>
</message>
<message>
<source>Remove design sheet {0}</source>
<translation>Entwurfsblatt {0} entfernen</translation>
</message>
<message>
<source>Remove photo {0}</source>
<translation>Foto {0} entfernen</translation>
</message>
<message>
<source>Remove photos before sharing</source>
<translation>Vor dem Weitergeben Fotos entfernen</translation>
</message>
<message>
<source>Remove photos before sharing…</source>
<translation>Vor dem Weitergeben Fotos entfernen…</translation>
</message>
<message>
<source>Remove point</source>
<translation>Punkt entfernen</translation>
</message>
<message>
<source>Remove rule {0}</source>
<translation>Regel {0} entfernen</translation>
</message>
<message>
<source>Remove the chosen one</source>
<translation>Die gewählte entfernen</translation>
</message>
<message>
<source>Remove the chosen rule</source>
<translation>Die gewählte Regel entfernen</translation>
</message>
<message>
<source>Remove the mask {0}</source>
<translation>Die Maske {0} entfernen</translation>
</message>
<message>
<source>Remove the named mask '{0}'</source>
<translation>Die benannte Maske „{0}“ entfernen</translation>
</message>
<message>
<source>Remove the named mask that was taken up last</source>
<translation>Die zuletzt aufgenommene benannte Maske entfernen</translation>
</message>
<message>
<source>Remove the stamp {0}</source>
<translation>Stempel {0} entfernen</translation>
</message>
<message>
<source>Remove the state {0}</source>
<translation>Den Zustand {0} entfernen</translation>
</message>
<message>
<source>Remove the stored state</source>
<translation>Den aufgehobenen Zustand entfernen</translation>
</message>
<message>
<source>Remove this one</source>
<translation>Diese entfernen</translation>
</message>
<message>
<source>Remove {0}</source>
<translation>{0} entfernen</translation>
</message>
<message>
<source>Remove {0} guides</source>
<translation>{0} Leitlinien entfernen</translation>
</message>
<message>
<source>Remove {0} pieces</source>
<translation>{0} Stücke entfernen</translation>
</message>
<message>
<source>Rename the group</source>
<translation>Die Gruppe umbenennen</translation>
</message>
<message>
<source>Rename {0}</source>
<translation>{0} umbenennen</translation>
</message>
<message>
<source>Rename …</source>
<translation>Umbenennen …</translation>
</message>
<message>
<source>Rename … (F2)</source>
<translation>Umbenennen … (F2)</translation>
</message>
<message>
<source>Rename, colour, duplicate, mirror, show alone, group, split, bring together</source>
<translation>Umbenennen, färben, verdoppeln, spiegeln, allein zeigen, gruppieren, teilen, zusammenbringen</translation>
</message>
<message>
<source>Reorder the photos</source>
<translation>Die Fotos umordnen</translation>
</message>
<message>
<source>Replace</source>
<translation>Neu</translation>
</message>
<message>
<source>Return</source>
<translation>Eingabe</translation>
</message>
<message>
<source>Rhythm lines, planes, guides and grids</source>
<translation>Rhythmuslinien, Ebenen, Hilfslinien und Gitter</translation>
</message>
<message>
<source>Rib cage</source>
<translation>Brustkorb</translation>
</message>
<message>
<source>Ribbon</source>
<translation>Band</translation>
</message>
<message>
<source>Right</source>
<translation>Rechts</translation>
</message>
<message>
<source>Right eyeball</source>
<translation>Rechter Augapfel</translation>
</message>
<message>
<source>Right hand: at ease</source>
<translation>Rechte Hand: locker</translation>
</message>
<message>
<source>Right hand: fist</source>
<translation>Rechte Hand: Faust</translation>
</message>
<message>
<source>Right hand: pointing</source>
<translation>Rechte Hand: zeigend</translation>
</message>
<message>
<source>Right hand: spread</source>
<translation>Rechte Hand: gespreizt</translation>
</message>
<message>
<source>Right side of {0} to the left</source>
<translation>Rechte Seite von {0} nach links</translation>
</message>
<message>
<source>Right to both</source>
<translation>Rechts auf beide</translation>
</message>
<message>
<source>Right to left</source>
<translation>Rechts nach links</translation>
</message>
<message>
<source>Rim light</source>
<translation>Kantenlicht</translation>
</message>
<message>
<source>Rim's height</source>
<translation>Höhe des Rands</translation>
</message>
<message>
<source>Ring</source>
<translation>Kranz</translation>
</message>
<message>
<source>Ring of {0}: {1}</source>
<translation>Kranz aus {0}: {1}</translation>
</message>
<message>
<source>Rings</source>
<translation>Ringe</translation>
</message>
<message>
<source>Rings round the way forward, as eyeballs want them</source>
<translation>Ringe um den Weg nach vorn, wie Augäpfel sie wollen</translation>
</message>
<message>
<source>Root forward</source>
<translation>Wurzel vor</translation>
</message>
<message>
<source>Rosy; with Ctrl bluish, as under the eyes</source>
<translation>Rosig; mit Strg bläulich, wie unter den Augen</translation>
</message>
<message>
<source>Rough</source>
<translation>Rau</translation>
</message>
<message>
<source>Roughness</source>
<translation>Rauheit</translation>
</message>
<message>
<source>Roughness, wetness, height</source>
<translation>Rauheit, Nässe, Höhe</translation>
</message>
<message>
<source>Round</source>
<translation>Rundblick</translation>
</message>
<message>
<source>Round an axis</source>
<translation>Um eine Achse</translation>
</message>
<message>
<source>Round pores of many sizes: press them in with Ctrl.</source>
<translation>Runde Poren vieler Größen: mit Strg eindrücken.</translation>
</message>
<message>
<source>Round rims</source>
<translation>Rund</translation>
</message>
<message>
<source>Round the place where the clay was pressed last</source>
<translation>Um die Stelle, wo zuletzt auf den Ton gedrückt wurde</translation>
</message>
<message>
<source>Round the pupil</source>
<translation>Um die Pupille</translation>
</message>
<message>
<source>Samples a pixel</source>
<translation>Proben je Pixel</translation>
</message>
<message>
<source>Saturation</source>
<translation>Sättigung</translation>
</message>
<message>
<source>Save</source>
<translation>Sichern</translation>
</message>
<message>
<source>Save a copy</source>
<translation>Eine Kopie sichern</translation>
</message>
<message>
<source>Save a copy and close …</source>
<translation>Eine Kopie sichern und schließen …</translation>
</message>
<message>
<source>Save as …</source>
<translation>Sichern unter …</translation>
</message>
<message>
<source>Save as…</source>
<translation>Sichern unter…</translation>
</message>
<message>
<source>Save it under another name.</source>
<translation>Unter einem anderen Namen sichern.</translation>
</message>
<message>
<source>Save over other work?</source>
<translation>Über andere Arbeit sichern?</translation>
</message>
<message>
<source>Save picture</source>
<translation>Bild sichern</translation>
</message>
<message>
<source>Save picture…</source>
<translation>Bild sichern…</translation>
</message>
<message>
<source>Save portrait</source>
<translation>Porträt sichern</translation>
</message>
<message>
<source>Save the portrait.</source>
<translation>Das Porträt sichern.</translation>
</message>
<message>
<source>Save what the clay view shows as PNG.</source>
<translation>Sichern, was die Tonansicht zeigt, als PNG.</translation>
</message>
<message>
<source>Saved a copy as {0}.</source>
<translation>Eine Kopie als {0} gesichert.</translation>
</message>
<message>
<source>Saved under another name, both are kept.</source>
<translation>Unter einem anderen Namen gesichert, bleiben beide erhalten.</translation>
</message>
<message>
<source>Saved {0}.</source>
<translation>{0} gesichert.</translation>
</message>
<message>
<source>Saving {0}</source>
<translation>{0} wird gesichert</translation>
</message>
<message>
<source>Scale</source>
<translation>Maßstab</translation>
</message>
<message>
<source>Scale alike</source>
<translation>Gleich vergrößern</translation>
</message>
<message>
<source>Scale along one axis only</source>
<translation>Nur längs einer Achse vergrößern</translation>
</message>
<message>
<source>Scale and shift this sheet so that its two marks lie as high as the other sheet's</source>
<translation>Dieses Blatt so vergrößern und verschieben, dass seine zwei Marken so hoch liegen wie die des anderen</translation>
</message>
<message>
<source>Scale the pieces about the pivot</source>
<translation>Die Stücke um den Drehpunkt vergrößern</translation>
</message>
<message>
<source>Scale to</source>
<translation>Größe</translation>
</message>
<message>
<source>Scars</source>
<translation>Narben</translation>
</message>
<message>
<source>Scatter</source>
<translation>Streuen</translation>
</message>
<message>
<source>Scrape</source>
<translation>Schaben</translation>
</message>
<message>
<source>Scrape to an edge</source>
<translation>Zur Kante schaben</translation>
</message>
<message>
<source>Scrapes two planes that meet in a crisp edge along the stroke; Ctrl makes them meet in a valley.</source>
<translation>Schabt zwei Ebenen, die sich längs des Strichs in einer klaren Kante treffen; Strg lässt sie sich in einem Tal treffen.</translation>
</message>
<message>
<source>Screen</source>
<translation>Negativ multiplizieren</translation>
</message>
<message>
<source>Seams between photos are as wide as the detail is coarse, so that none is seen</source>
<translation>Nähte zwischen Fotos sind so breit, wie die Einzelheit grob ist, so dass keine zu sehen ist</translation>
</message>
<message>
<source>Search the help</source>
<translation>Die Hilfe durchsuchen</translation>
</message>
<message>
<source>Seat</source>
<translation>Gesäß</translation>
</message>
<message>
<source>Seat the eye</source>
<translation>Das Auge einsetzen</translation>
</message>
<message>
<source>Seat the eyes</source>
<translation>Augen einsetzen</translation>
</message>
<message>
<source>Second view</source>
<translation>Zweite Ansicht</translation>
</message>
<message>
<source>Seconds between recovery files of unsaved work</source>
<translation>Sekunden zwischen Sicherungsdateien ungesicherter Arbeit</translation>
</message>
<message>
<source>Section</source>
<translation>Schnitt</translation>
</message>
<message>
<source>Set</source>
<translation>Setzen</translation>
</message>
<message>
<source>Set age and beard to those of the person that the head was begun with</source>
<translation>Alter und Bart auf die der Person stellen, mit der der Kopf begonnen wurde</translation>
</message>
<message>
<source>Set measures are bold and kept; the others follow the stature in their usual part of it.</source>
<translation>Gestellte Maße sind fett und bleiben; die anderen folgen der Körpergröße in ihrem üblichen Teil davon.</translation>
</message>
<message>
<source>Sets fine dots of the chosen colour, all of about one size; Ctrl takes them away, Shift evens out.</source>
<translation>Setzt feine Punkte der gewählten Farbe, alle etwa gleich groß; Strg nimmt sie weg, Umschalt gleicht aus.</translation>
</message>
<message>
<source>Settings</source>
<translation>Einstellungen</translation>
</message>
<message>
<source>Settings of the tool</source>
<translation>Einstellungen des Werkzeugs</translation>
</message>
<message>
<source>Settings of {0}</source>
<translation>Einstellungen von {0}</translation>
</message>
<message>
<source>Settings…</source>
<translation>Einstellungen…</translation>
</message>
<message>
<source>Settle</source>
<translation>Festigen</translation>
</message>
<message>
<source>Settle copies</source>
<translation>Kopien festigen</translation>
</message>
<message>
<source>Settle into clay</source>
<translation>Zu Ton festigen</translation>
</message>
<message>
<source>Settle this follower</source>
<translation>Diesen Folger festigen</translation>
</message>
<message>
<source>Settle {0}</source>
<translation>{0} festigen</translation>
</message>
<message>
<source>Settle {0} pieces</source>
<translation>{0} Stücke festigen</translation>
</message>
<message>
<source>Several photos are made to agree where they show the same skin</source>
<translation>Mehrere Fotos werden dort in Einklang gebracht, wo sie dieselbe Haut zeigen</translation>
</message>
<message>
<source>Shadows</source>
<translation>Schatten</translation>
</message>
<message>
<source>Shaping the base head …</source>
<translation>Der Grundkopf wird geformt …</translation>
</message>
<message>
<source>Sharp cut</source>
<translation>Scharfer Schnitt</translation>
</message>
<message>
<source>Sharpen</source>
<translation>Schärfen</translation>
</message>
<message>
<source>Sharpen the mask</source>
<translation>Die Maske schärfen</translation>
</message>
<message>
<source>Shell</source>
<translation>Schale</translation>
</message>
<message>
<source>Shell of {0}</source>
<translation>Schale von {0}</translation>
</message>
<message>
<source>Shift</source>
<translation>Umschalt</translation>
</message>
<message>
<source>Shoulder blade and collarbone</source>
<translation>Schulterblatt und Schlüsselbein</translation>
</message>
<message>
<source>Show</source>
<translation>Zeigen</translation>
</message>
<message>
<source>Show all landmarks on the clay.</source>
<translation>Alle Messpunkte auf dem Ton zeigen.</translation>
</message>
<message>
<source>Show all layers</source>
<translation>Alle Schichten zeigen</translation>
</message>
<message>
<source>Show all pieces</source>
<translation>Alle Stücke zeigen</translation>
</message>
<message>
<source>Show alone</source>
<translation>Allein zeigen</translation>
</message>
<message>
<source>Show everything.</source>
<translation>Alles zeigen.</translation>
</message>
<message>
<source>Show in colours</source>
<translation>Farben</translation>
</message>
<message>
<source>Show it</source>
<translation>Zeigen</translation>
</message>
<message>
<source>Show it alone; again: show all</source>
<translation>Sie allein zeigen; noch einmal: alle zeigen</translation>
</message>
<message>
<source>Show landmarks</source>
<translation>Messpunkte zeigen</translation>
</message>
<message>
<source>Show one of these alone, without light</source>
<translation>Eines davon allein zeigen, ohne Licht</translation>
</message>
<message>
<source>Show the chosen landmark or piece.</source>
<translation>Den gewählten Messpunkt oder das gewählte Stück zeigen.</translation>
</message>
<message>
<source>Show the clay as {0}</source>
<translation>Den Ton als {0} zeigen</translation>
</message>
<message>
<source>Show the clay in its own colours</source>
<translation>Den Ton in seinen eigenen Farben zeigen</translation>
</message>
<message>
<source>Show the pegs: each ends where the skin lies over the bone on average</source>
<translation>Die Stifte zeigen: Jeder endet, wo die Haut im Mittel über dem Knochen liegt</translation>
</message>
<message>
<source>Show the report</source>
<translation>Den Bericht zeigen</translation>
</message>
<message>
<source>Show the skull through the clay</source>
<translation>Den Schädel durch den Ton zeigen</translation>
</message>
<message>
<source>Show the whole photo</source>
<translation>Das ganze Foto zeigen</translation>
</message>
<message>
<source>Show where each landmark would have to go (J)</source>
<translation>Zeigen, wohin jeder Messpunkt müsste (J)</translation>
</message>
<message>
<source>Show where the chosen piece is thinner; nothing is changed</source>
<translation>Zeigen, wo das gewählte Stück dünner ist; nichts wird geändert</translation>
</message>
<message>
<source>Show where the clay's landmarks would have to go.</source>
<translation>Zeigen, wohin die Messpunkte des Tons müssten.</translation>
</message>
<message>
<source>Show {0} alone</source>
<translation>{0} allein zeigen</translation>
</message>
<message>
<source>Shown</source>
<translation>Gezeigt</translation>
</message>
<message>
<source>Shows only where the layer below it does</source>
<translation>Zeigt sich nur, wo die Schicht darunter sich zeigt</translation>
</message>
<message>
<source>Shows where it was hidden, and the other way round</source>
<translation>Zeigt sich, wo sie verborgen war, und umgekehrt</translation>
</message>
<message>
<source>Shrink</source>
<translation>Schrumpfen</translation>
</message>
<message>
<source>Shrink the mask</source>
<translation>Die Maske schrumpfen</translation>
</message>
<message>
<source>Shut</source>
<translation>Geschlossen</translation>
</message>
<message>
<source>Side of the picture, pixels; as fine as the colour samples, or a size of your own</source>
<translation>Seite des Bilds, Pixel; so fein wie die Farbproben oder eine eigene Größe</translation>
</message>
<message>
<source>Since {0}</source>
<translation>Seit {0}</translation>
</message>
<message>
<source>Single faces make no body. Mask a larger part of the piece, or a smaller one.</source>
<translation>Einzelne Flächen geben keinen Körper. Einen größeren oder kleineren Teil des Stücks maskieren.</translation>
</message>
<message>
<source>Sitter</source>
<translation>Modell</translation>
</message>
<message>
<source>Sitter taken</source>
<translation>Übertrieben</translation>
</message>
<message>
<source>Sitter wall</source>
<translation>Modellwand</translation>
</message>
<message>
<source>Sitter wall in a window</source>
<translation>Modellwand im Fenster</translation>
</message>
<message>
<source>Sitter's asymmetry</source>
<translation>Asymmetrie des Modells</translation>
</message>
<message>
<source>Sitter's left</source>
<translation>Links am Modell</translation>
</message>
<message>
<source>Sitter's right</source>
<translation>Rechts am Modell</translation>
</message>
<message>
<source>Six clicks on '{0}' give it all landmarks and lines of the face. </source>
<translation>Sechs Klicks auf „{0}“ geben ihm alle Messpunkte und Linien des Gesichts. </translation>
</message>
<message>
<source>Size</source>
<translation>Größe</translation>
</message>
<message>
<source>Size the stencil</source>
<translation>Die Schablone vergrößern</translation>
</message>
<message>
<source>Size {0}.</source>
<translation>Größe {0}.</translation>
</message>
<message>
<source>Sized</source>
<translation>Größe gezogen</translation>
</message>
<message>
<source>Skin</source>
<translation>Haut</translation>
</message>
<message>
<source>Skull</source>
<translation>Schädel</translation>
</message>
<message>
<source>Skull and pegs</source>
<translation>Schädel und Stifte</translation>
</message>
<message>
<source>Slackness</source>
<translation>Schlaffheit</translation>
</message>
<message>
<source>Slant</source>
<translation>Neigung</translation>
</message>
<message>
<source>Slower is stronger</source>
<translation>Langsamer ist stärker</translation>
</message>
<message>
<source>Small dark spots</source>
<translation>Kleine dunkle Flecken</translation>
</message>
<message>
<source>Smaller tool</source>
<translation>Kleineres Werkzeug</translation>
</message>
<message>
<source>Smear</source>
<translation>Schmieren</translation>
</message>
<message>
<source>Smooth</source>
<translation>Glätten</translation>
</message>
<message>
<source>So far towards the colour in hand</source>
<translation>So weit zur Farbe in der Hand hin</translation>
</message>
<message>
<source>So many edges across the tool</source>
<translation>So viele Kanten quer über das Werkzeug</translation>
</message>
<message>
<source>So many of the last strokes; a step that was no stroke on the form itself ends the row</source>
<translation>So viele der letzten Striche; ein Schritt, der kein Strich auf der Form selbst war, beendet die Reihe</translation>
</message>
<message>
<source>So many pictures side by side</source>
<translation>So viele Bilder nebeneinander</translation>
</message>
<message>
<source>Soft light</source>
<translation>Weiches Licht</translation>
</message>
<message>
<source>Soft limit</source>
<translation>Weiche Grenze</translation>
</message>
<message>
<source>Soft pores with fine lines between them.</source>
<translation>Weiche Poren mit feinen Linien dazwischen.</translation>
</message>
<message>
<source>Soft swellings of many sizes.</source>
<translation>Weiche Schwellungen vieler Größen.</translation>
</message>
<message>
<source>Soften</source>
<translation>Weich machen</translation>
</message>
<message>
<source>Soften the mask</source>
<translation>Die Maske weich machen</translation>
</message>
<message>
<source>Softens paint; Ctrl sharpens it.</source>
<translation>Macht Farbe weich; Strg schärft sie.</translation>
</message>
<message>
<source>Solid: {0}</source>
<translation>Grundkörper: {0}</translation>
</message>
<message>
<source>Solids</source>
<translation>Grundkörper</translation>
</message>
<message>
<source>Solve again: marks, size or sitter have changed since.</source>
<translation>Neu lösen: Marken, Größe oder Modell haben sich seither geändert.</translation>
</message>
<message>
<source>Solve the sitter</source>
<translation>Das Modell lösen</translation>
</message>
<message>
<source>Solve the sitter first: it tells where the clay has to go.</source>
<translation>Erst das Modell lösen: Es sagt, wohin der Ton muss.</translation>
</message>
<message>
<source>Solve the sitter to use this photo</source>
<translation>Das Modell lösen, um dieses Foto zu benutzen</translation>
</message>
<message>
<source>Some edges have more than two faces, or faces turned against each other. Mend the piece first.</source>
<translation>Einige Kanten haben mehr als zwei Flächen oder gegeneinander gekehrte. Das Stück erst flicken.</translation>
</message>
<message>
<source>Something went wrong in Yewfinch</source>
<translation>In Yewfinch ging etwas schief</translation>
</message>
<message>
<source>Sorted by how unusual the clay's measures are for {0}: z counts spreads from the published mean.</source>
<translation>Geordnet danach, wie ungewöhnlich die Maße des Tons für {0} sind: z zählt Streuungen vom veröffentlichten Mittel.</translation>
</message>
<message>
<source>Sorting {0}</source>
<translation>{0} wird geordnet</translation>
</message>
<message>
<source>Space</source>
<translation>Leertaste</translation>
</message>
<message>
<source>Space presses harder</source>
<translation>Leertaste drückt stärker</translation>
</message>
<message>
<source>Spacing</source>
<translation>Abstand</translation>
</message>
<message>
<source>Specks</source>
<translation>Krümel</translation>
</message>
<message>
<source>Split into loose parts</source>
<translation>In lose Teile teilen</translation>
</message>
<message>
<source>Split off</source>
<translation>Abspalten</translation>
</message>
<message>
<source>Split off a part of {0}</source>
<translation>Einen Teil von {0} abspalten</translation>
</message>
<message>
<source>Split {0}</source>
<translation>{0} teilen</translation>
</message>
<message>
<source>Splitting off …</source>
<translation>Es wird abgespalten …</translation>
</message>
<message>
<source>Spots</source>
<translation>Flecken</translation>
</message>
<message>
<source>Spread towards the thumb</source>
<translation>Zum Daumen spreizen</translation>
</message>
<message>
<source>Square to the view, as it is now</source>
<translation>Quer zur Ansicht, wie sie jetzt ist</translation>
</message>
<message>
<source>Squiggles</source>
<translation>Schnörkel</translation>
</message>
<message>
<source>Stage before</source>
<translation>Stand davor</translation>
</message>
<message>
<source>Stage: {0}</source>
<translation>Phase: {0}</translation>
</message>
<message>
<source>Stamp</source>
<translation>Stempel</translation>
</message>
<message>
<source>Stamp {0}</source>
<translation>Stempel {0}</translation>
</message>
<message>
<source>Stamps</source>
<translation>Stempel</translation>
</message>
<message>
<source>Stamps and the stencil</source>
<translation>Stempel und Schablone</translation>
</message>
<message>
<source>Stand at a photo first; then click in it to take its colour</source>
<translation>Erst an ein Foto stellen; dann darin klicken, um seine Farbe zu nehmen</translation>
</message>
<message>
<source>Stand at a profile photo and the line lies over the photo and the outlines drawn on it. Tools work on the clay that is left. Drag the round knob above the line to move the plane.</source>
<translation>An ein Profilfoto stellen, und die Linie liegt über dem Foto und den darauf gezeichneten Umrissen. Werkzeuge arbeiten an dem Ton, der übrig ist. Den runden Knopf über der Linie ziehen, um die Ebene zu bewegen.</translation>
</message>
<message>
<source>Stand the clay upright</source>
<translation>Den Ton aufrichten</translation>
</message>
<message>
<source>Stand upright</source>
<translation>Aufrichten</translation>
</message>
<message>
<source>Stand where the photographer stood</source>
<translation>Stehen, wo der Fotograf stand</translation>
</message>
<message>
<source>Stand where this photo was taken from</source>
<translation>Sich dorthin stellen, von wo dieses Foto aufgenommen wurde</translation>
</message>
<message>
<source>Stands off</source>
<translation>Steht ab</translation>
</message>
<message>
<source>Start again with the base head.</source>
<translation>Mit dem Grundkopf neu anfangen.</translation>
</message>
<message>
<source>Start page</source>
<translation>Startseite</translation>
</message>
<message>
<source>State {0}</source>
<translation>Zustand {0}</translation>
</message>
<message>
<source>State: {0}</source>
<translation>Zustand: {0}</translation>
</message>
<message>
<source>Steady</source>
<translation>Ruhig</translation>
</message>
<message>
<source>Stencil</source>
<translation>Schablone</translation>
</message>
<message>
<source>Step {0} of {1}</source>
<translation>Schritt {0} von {1}</translation>
</message>
<message>
<source>Step {0} of {1}: done</source>
<translation>Schritt {0} von {1}: getan</translation>
</message>
<message>
<source>Stipple</source>
<translation>Tüpfeln</translation>
</message>
<message>
<source>Stooped with age</source>
<translation>Vom Alter gebeugt</translation>
</message>
<message>
<source>Store state</source>
<translation>Aufheben</translation>
</message>
<message>
<source>Store the clay as it is now as a key stage</source>
<translation>Den Ton, wie er jetzt ist, als Zwischenstand aufheben</translation>
</message>
<message>
<source>Store the mask</source>
<translation>Die Maske aufheben</translation>
</message>
<message>
<source>Store the mask {0}</source>
<translation>Die Maske {0} aufheben</translation>
</message>
<message>
<source>Store the state {0}</source>
<translation>Den Zustand {0} aufheben</translation>
</message>
<message>
<source>Store …</source>
<translation>Aufheben …</translation>
</message>
<message>
<source>Stored states of the clay are its key stages, in their order</source>
<translation>Aufgehobene Zustände des Tons sind seine Zwischenstände, in ihrer Reihe</translation>
</message>
<message>
<source>Stored states of the form; the tool Towards state works towards the one shown here</source>
<translation>Aufgehobene Zustände der Form; das Werkzeug „Zum Zustand“ arbeitet auf den hier gezeigten hin</translation>
</message>
<message>
<source>Straight</source>
<translation>Gerade</translation>
</message>
<message>
<source>Straighten</source>
<translation>Gerade richten</translation>
</message>
<message>
<source>Strength</source>
<translation>Stärke</translation>
</message>
<message>
<source>Strews spots of the chosen colour, larger and smaller, darker and lighter; Ctrl takes them away, Shift evens out.</source>
<translation>Streut Flecken der gewählten Farbe, größere und kleinere, dunklere und hellere; Strg nimmt sie weg, Umschalt gleicht aus.</translation>
</message>
<message>
<source>Stroke</source>
<translation>Strich</translation>
</message>
<message>
<source>Strokes adapt the detail</source>
<translation>Striche passen die Feinheit an</translation>
</message>
<message>
<source>Strokes go on the chosen layer.</source>
<translation>Striche gehen auf die gewählte Schicht.</translation>
</message>
<message>
<source>Strokes go on the chosen one; the tick shows it; a double click renames it</source>
<translation>Striche gehen auf die gewählte; der Haken zeigt sie; Doppelklick benennt sie um</translation>
</message>
<message>
<source>Strokes go on the form itself.{0}</source>
<translation>Striche gehen auf die Form selbst.{0}</translation>
</message>
<message>
<source>Strokes lay it on. {0}.</source>
<translation>Striche legen es auf. {0}.</translation>
</message>
<message>
<source>Strokes lay the colour in hand on</source>
<translation>Striche legen die Farbe in der Hand auf</translation>
</message>
<message>
<source>Strokes made in the pose stay when it is taken off. Symmetry rests while the pose is lopsided.</source>
<translation>In der Pose gemachte Striche bleiben, wenn sie abgenommen wird. Die Symmetrie ruht, solange die Pose einseitig ist.</translation>
</message>
<message>
<source>Strokes of colour go on the chosen one; the tick shows it; drag it elsewhere; a double click renames it</source>
<translation>Farbstriche gehen auf die gewählte; der Haken zeigt sie; anderswohin ziehen; Doppelklick benennt sie um</translation>
</message>
<message>
<source>Strokes on the head stay on it while the dials turn.</source>
<translation>Striche auf dem Kopf bleiben darauf, während sich die Regler drehen.</translation>
</message>
<message>
<source>Strokes that become a layer</source>
<translation>Striche, die eine Schicht werden</translation>
</message>
<message>
<source>Subdivision level of a head that is begun anew</source>
<translation>Unterteilungsstufe eines neu begonnenen Kopfs</translation>
</message>
<message>
<source>Sun</source>
<translation>Sonne</translation>
</message>
<message>
<source>Surface texture</source>
<translation>Oberflächentextur</translation>
</message>
<message>
<source>Swell</source>
<translation>Schwellen</translation>
</message>
<message>
<source>Switch between the bright and the dark bench.</source>
<translation>Zwischen heller und dunkler Werkbank wechseln.</translation>
</message>
<message>
<source>Switch perspective off or on.</source>
<translation>Perspektive aus- oder einschalten.</translation>
</message>
<message>
<source>Symmetric form</source>
<translation>Symmetrische Form</translation>
</message>
<message>
<source>Symmetry</source>
<translation>Symmetrie</translation>
</message>
<message>
<source>Symmetry of shape</source>
<translation>Symmetrie der Form</translation>
</message>
<message>
<source>Symmetry: work on both sides of the face at once (T)</source>
<translation>Symmetrie: an beiden Seiten des Gesichts zugleich arbeiten (T)</translation>
</message>
<message>
<source>Tab</source>
<translation>Tab</translation>
</message>
<message>
<source>Take a ball</source>
<translation>Kugel nehmen</translation>
</message>
<message>
<source>Take a colour from the clay.</source>
<translation>Eine Farbe vom Ton nehmen.</translation>
</message>
<message>
<source>Take a map</source>
<translation>Eine Karte nehmen</translation>
</message>
<message>
<source>Take a ready-made pose …</source>
<translation>Eine fertige Pose nehmen …</translation>
</message>
<message>
<source>Take a ready-made pose; joints that it does not name stay as they are</source>
<translation>Eine fertige Pose nehmen; Gelenke, die sie nicht nennt, bleiben, wie sie sind</translation>
</message>
<message>
<source>Take all turned parts of the piece off; strokes made since stay</source>
<translation>Alle gedrehten Teile des Stücks abnehmen; seither gemachte Striche bleiben</translation>
</message>
<message>
<source>Take apart</source>
<translation>Zerlegen</translation>
</message>
<message>
<source>Take away</source>
<translation>Weg</translation>
</message>
<message>
<source>Take it away</source>
<translation>Wegnehmen</translation>
</message>
<message>
<source>Take its detail</source>
<translation>Details nehmen</translation>
</message>
<message>
<source>Take landmarks on photos from CSV or JSON.</source>
<translation>Messpunkte auf Fotos aus CSV oder JSON nehmen.</translation>
</message>
<message>
<source>Take layers</source>
<translation>Schichten nehmen</translation>
</message>
<message>
<source>Take layers …</source>
<translation>Schichten laden</translation>
</message>
<message>
<source>Take map …</source>
<translation>Karte laden</translation>
</message>
<message>
<source>Take the chosen ball away (Del); what hung on it hangs on the one above</source>
<translation>Die gewählte Kugel wegnehmen (Entf); was an ihr hing, hängt an der darüber</translation>
</message>
<message>
<source>Take the chosen line away from the clay</source>
<translation>Die gewählte Linie vom Ton nehmen</translation>
</message>
<message>
<source>Take the chosen piece away from all other clay in sight</source>
<translation>Das gewählte Stück von allem anderen Ton in Sicht abziehen</translation>
</message>
<message>
<source>Take the chosen piece, a ball of the size of an eye, for an eye</source>
<translation>Das gewählte Stück, eine Kugel von der Größe eines Auges, als Auge nehmen</translation>
</message>
<message>
<source>Take the chosen point away</source>
<translation>Den gewählten Punkt wegnehmen</translation>
</message>
<message>
<source>Take the chosen stamp out of the portrait; those that ship with Yewfinch stay</source>
<translation>Den gewählten Stempel aus dem Porträt nehmen; die mit Yewfinch kommen, bleiben</translation>
</message>
<message>
<source>Take the crop away</source>
<translation>Den Zuschnitt wegnehmen</translation>
</message>
<message>
<source>Take the group apart</source>
<translation>Die Gruppe auflösen</translation>
</message>
<message>
<source>Take the key of the marked action away</source>
<translation>Der markierten Aktion die Taste wegnehmen</translation>
</message>
<message>
<source>Take the last edit back.</source>
<translation>Die letzte Änderung zurücknehmen.</translation>
</message>
<message>
<source>Take the pose off</source>
<translation>Die Pose abnehmen</translation>
</message>
<message>
<source>Take the pose off the clay, or put it on again.</source>
<translation>Die Pose vom Ton nehmen oder wieder anlegen.</translation>
</message>
<message>
<source>Take the pose off; it is kept, and symmetric modelling goes on</source>
<translation>Die Pose abnehmen; sie wird aufgehoben, und das symmetrische Modellieren geht weiter</translation>
</message>
<message>
<source>Take the same joint of the other side</source>
<translation>Dasselbe Gelenk der anderen Seite nehmen</translation>
</message>
<message>
<source>Take the stencil away</source>
<translation>Die Schablone wegnehmen</translation>
</message>
<message>
<source>Take the tool that is on the key {0}.</source>
<translation>Das Werkzeug nehmen, das auf der Taste {0} liegt.</translation>
</message>
<message>
<source>Take this distance away</source>
<translation>Diesen Abstand wegnehmen</translation>
</message>
<message>
<source>Take this measure away</source>
<translation>Dieses Maß wegnehmen</translation>
</message>
<message>
<source>Take up a mask …</source>
<translation>Maske aufnehmen …</translation>
</message>
<message>
<source>Take what is ticked away from this layer</source>
<translation>Das Angehakte von dieser Schicht wegnehmen</translation>
</message>
<message>
<source>Take {0} away</source>
<translation>{0} abziehen</translation>
</message>
<message>
<source>Take {0} for an eye</source>
<translation>{0} als Auge nehmen</translation>
</message>
<message>
<source>Takes no strokes</source>
<translation>Nimmt keine Striche an</translation>
</message>
<message>
<source>Takes noise off the clay and keeps planes and edges; Ctrl brings it out.</source>
<translation>Nimmt Rauschen vom Ton und bewahrt Ebenen und Kanten; Strg holt es heraus.</translation>
</message>
<message>
<source>Takes noise off without drawing the form in</source>
<translation>Nimmt Rauschen ab, ohne die Form einzuziehen</translation>
</message>
<message>
<source>Takes off what stands above the plane under the tool; Ctrl lifts it.</source>
<translation>Nimmt ab, was über der Ebene unter dem Werkzeug steht; Strg hebt sie.</translation>
</message>
<message>
<source>Takes paint away from the chosen layer, so that what lies below it shows; Shift evens out.</source>
<translation>Nimmt Farbe von der gewählten Schicht, so dass sich zeigt, was darunter liegt; Umschalt gleicht aus.</translation>
</message>
<message>
<source>Takes the chosen form layer away where it is drawn.</source>
<translation>Nimmt die gewählte Formschicht weg, wo gezeichnet wird.</translation>
</message>
<message>
<source>Taking the detail over …</source>
<translation>Die Einzelheiten werden übernommen …</translation>
</message>
<message>
<source>Tan</source>
<translation>Bräune</translation>
</message>
<message>
<source>Tan line</source>
<translation>Bräunungsgrenze</translation>
</message>
<message>
<source>Tans and darkens; with Ctrl it lightens</source>
<translation>Bräunt und dunkelt; mit Strg hellt es auf</translation>
</message>
<message>
<source>Taper in</source>
<translation>Anlauf</translation>
</message>
<message>
<source>Taper out</source>
<translation>Auslauf</translation>
</message>
<message>
<source>Teeth and tongue</source>
<translation>Zähne und Zunge</translation>
</message>
<message>
<source>Teeth cannot have {0} {1:g}; {2:g} to {3:g} make sense.</source>
<translation>Zähne können {0} nicht {1:g} haben; {2:g} bis {3:g} sind sinnvoll.</translation>
</message>
<message>
<source>Teeth down</source>
<translation>Zähne tiefer</translation>
</message>
<message>
<source>Teeth that stand off their places in another way</source>
<translation>Zähne, die anders neben ihrem Platz stehen</translation>
</message>
<message>
<source>Teeth, gums and a tongue. 'Lips apart' opens the mouth.</source>
<translation>Zähne, Zahnfleisch und eine Zunge. „Öffnung“ öffnet den Mund.</translation>
</message>
<message>
<source>Teeth: {0}</source>
<translation>Zähne: {0}</translation>
</message>
<message>
<source>Temples</source>
<translation>Schläfen</translation>
</message>
<message>
<source>Terracotta</source>
<translation>Terrakotta</translation>
</message>
<message>
<source>Texture places for a piece that has none, in charts</source>
<translation>Texturplätze für ein Stück, das keine hat, in Karten</translation>
</message>
<message>
<source>That box is too flat. Drag from one corner to the opposite one.</source>
<translation>Dieser Kasten ist zu flach. Von einer Ecke zur gegenüberliegenden ziehen.</translation>
</message>
<message>
<source>That cannot be done just now.</source>
<translation>Das geht gerade nicht.</translation>
</message>
<message>
<source>That grain would take {0} samples; {1} are the most. Choose a coarser one.</source>
<translation>Dieses Korn bräuchte {0} Proben; {1} sind das Meiste. Ein gröberes wählen.</translation>
</message>
<message>
<source>That is '{0}'. Click on the chosen piece, or choose '{1}' first.</source>
<translation>Das ist „{0}“. Auf das gewählte Stück klicken oder erst „{1}“ wählen.</translation>
</message>
<message>
<source>That is this portrait's own file, which would lose its photos. Choose another name.</source>
<translation>Das ist die eigene Datei dieses Porträts, die ihre Fotos verlöre. Einen anderen Namen wählen.</translation>
</message>
<message>
<source>That is too short. Press, drag across the clay and let go.</source>
<translation>Das ist zu kurz. Drücken, über den Ton ziehen und loslassen.</translation>
</message>
<message>
<source>That layer was made at another level. Go there, or choose one of this level.</source>
<translation>Diese Schicht wurde auf einer anderen Stufe gemacht. Dorthin gehen oder eine dieser Stufe wählen.</translation>
</message>
<message>
<source>That leads nowhere: pieces stay within {0:g} m.</source>
<translation>Das führt nirgendwohin: Stücke bleiben innerhalb {0:g} m.</translation>
</message>
<message>
<source>That line is too short. Draw along the outline that the clay is to have.</source>
<translation>Diese Linie ist zu kurz. Längs des Umrisses zeichnen, den der Ton haben soll.</translation>
</message>
<message>
<source>That outline is too small. Draw round what is meant.</source>
<translation>Dieser Umriss ist zu klein. Um das Gemeinte zeichnen.</translation>
</message>
<message>
<source>That state has other faces than the piece has now, so they cannot be compared.</source>
<translation>Dieser Zustand hat andere Flächen als das Stück jetzt, sie lassen sich also nicht vergleichen.</translation>
</message>
<message>
<source>That was the tour. The help (F1) has a page 'Beginning' with the first portrait.</source>
<translation>Das war der Rundgang. Die Hilfe (F1) hat eine Seite „Der Anfang“ mit dem ersten Porträt.</translation>
</message>
<message>
<source>The armature has no balls yet. Draw one, or take a ready-made armature.</source>
<translation>Das Gerüst hat noch keine Kugeln. Eine zeichnen oder ein fertiges Gerüst nehmen.</translation>
</message>
<message>
<source>The armature was left as it was.</source>
<translation>Das Gerüst blieb, wie es war.</translation>
</message>
<message>
<source>The base head</source>
<translation>Der Grundkopf</translation>
</message>
<message>
<source>The base head becomes plain clay by this; undo gives it back.</source>
<translation>Der Grundkopf wird dadurch einfacher Ton; Rückgängig gibt ihn zurück.</translation>
</message>
<message>
<source>The base head is fitted to {0} landmarks</source>
<translation>Der Grundkopf ist an {0} Messpunkte angepasst</translation>
</message>
<message>
<source>The base head or an eyeball was taken out. Begin a new one to steer it.</source>
<translation>Der Grundkopf oder ein Augapfel wurde herausgenommen. Einen neuen beginnen, um ihn zu steuern.</translation>
</message>
<message>
<source>The base head was left as it was.</source>
<translation>Der Grundkopf blieb, wie er war.</translation>
</message>
<message>
<source>The base head's dial '{0}' cannot stand at {1}.</source>
<translation>Der Regler „{0}“ des Grundkopfs kann nicht auf {1} stehen.</translation>
</message>
<message>
<source>The base head's landmark '{0}' lies nowhere.</source>
<translation>Der Messpunkt „{0}“ des Grundkopfs liegt nirgends.</translation>
</message>
<message>
<source>The base head's measure '{0}' cannot be {1}.</source>
<translation>Das Maß „{0}“ des Grundkopfs kann nicht {1} sein.</translation>
</message>
<message>
<source>The base head's {0} is {1}; it must lie between {2:g} and {3:g}.</source>
<translation>{0} des Grundkopfs ist {1}; es muss zwischen {2:g} und {3:g} liegen.</translation>
</message>
<message>
<source>The bench</source>
<translation>Die Werkbank</translation>
</message>
<message>
<source>The bench by your own hand, from a photo to a save.</source>
<translation>Die Werkbank mit eigener Hand, vom Foto bis zum Sichern.</translation>
</message>
<message>
<source>The blue shadow of a shaven beard, and its stubble</source>
<translation>Der blaue Schatten eines rasierten Barts und seine Stoppeln</translation>
</message>
<message>
<source>The body's dial '{0}' cannot stand at {1}.</source>
<translation>Der Körperregler „{0}“ kann nicht auf {1} stehen.</translation>
</message>
<message>
<source>The body's measure '{0}' cannot be {1} mm.</source>
<translation>Das Körpermaß „{0}“ kann nicht {1} mm sein.</translation>
</message>
<message>
<source>The chosen landmark lies where it should: it is doubtful no longer</source>
<translation>Der gewählte Messpunkt liegt, wo er soll: Er ist nicht mehr zweifelhaft</translation>
</message>
<message>
<source>The chosen layer anew</source>
<translation>Die gewählte Schicht neu</translation>
</message>
<message>
<source>The chosen layer belongs to another level. Go there, or click The form itself.{0}</source>
<translation>Die gewählte Schicht gehört zu einer anderen Stufe. Dorthin gehen oder „Die Form selbst“ anklicken.{0}</translation>
</message>
<message>
<source>The chosen measure alone</source>
<translation>Das gewählte Maß allein</translation>
</message>
<message>
<source>The clay and the sitter share {0} landmarks; {1} are needed to lay one onto the other. Place more on the clay, or mark more on the photos.</source>
<translation>Ton und Modell haben {0} Messpunkte gemein; {1} sind nötig, um eines auf das andere zu legen. Mehr auf den Ton setzen oder auf den Fotos markieren.</translation>
</message>
<message>
<source>The clay does not lie round this eye. Move the eye and its lids into the clay first.</source>
<translation>Der Ton liegt nicht um dieses Auge. Das Auge und seine Lider erst in den Ton bewegen.</translation>
</message>
<message>
<source>The clay from another side in a window of its own, for a second screen.</source>
<translation>Der Ton von einer anderen Seite in eigenem Fenster, für einen zweiten Bildschirm.</translation>
</message>
<message>
<source>The clay from four sides at once; turn each, double click to go there.</source>
<translation>Der Ton von vier Seiten zugleich; jede drehen, Doppelklick geht dorthin.</translation>
</message>
<message>
<source>The clay goes with the pointer</source>
<translation>Der Ton geht mit dem Zeiger</translation>
</message>
<message>
<source>The clay has changed meanwhile. Try the texture again.</source>
<translation>Der Ton hat sich unterdessen geändert. Die Textur noch einmal versuchen.</translation>
</message>
<message>
<source>The clay has no lines of a mouth. Draw them, or begin with a base head.</source>
<translation>Der Ton hat keine Linien eines Mundes. Zeichnen oder mit einem Grundkopf beginnen.</translation>
</message>
<message>
<source>The clay has no lines of the {0} lids. Draw them, or begin lids of their own.</source>
<translation>Der Ton hat keine Linien der {0} Lider. Zeichnen oder eigene Lider beginnen.</translation>
</message>
<message>
<source>The clay has no vertices along its midline. Remesh it first.</source>
<translation>Der Ton hat keine Punkte längs seiner Mitte. Erst neu vernetzen.</translation>
</message>
<message>
<source>The clay has no {0} yet: click where it sits (L).</source>
<translation>Der Ton hat noch keinen Messpunkt {0}: klicken, wo er sitzt (L).</translation>
</message>
<message>
<source>The clay has too few landmarks to be compared with the sitter: place more on it.</source>
<translation>Der Ton hat zu wenige Messpunkte, um mit dem Modell verglichen zu werden: weitere setzen.</translation>
</message>
<message>
<source>The clay has too few landmarks to be compared.</source>
<translation>Der Ton hat zu wenige Messpunkte für einen Vergleich.</translation>
</message>
<message>
<source>The clay has too few landmarks to be laid onto the sitter. Place more on it.</source>
<translation>Der Ton hat zu wenige Messpunkte, um auf das Modell gelegt zu werden. Weitere darauf setzen.</translation>
</message>
<message>
<source>The clay is as it was.</source>
<translation>Der Ton ist, wie er war.</translation>
</message>
<message>
<source>The clay is as it was; the dial takes it to the norm or beyond the person.</source>
<translation>Der Ton ist, wie er war; der Regler bringt ihn zur Norm oder über die Person hinaus.</translation>
</message>
<message>
<source>The clay is far too coarse for creases of the lips: it has hardly a vertex there. Add a detail level.</source>
<translation>Der Ton ist viel zu grob für Lippenfältchen: Er hat dort kaum einen Punkt. Eine Stufe hinzufügen.</translation>
</message>
<message>
<source>The clay is too coarse for such creases: its edges on the lips are {0:.2f} mm long, and creases {1:.1f} mm apart need {2:.2f} mm. Add a detail level, or set them farther apart.</source>
<translation>Der Ton ist zu grob für solche Fältchen: Seine Kanten auf den Lippen sind {0:.2f} mm lang, und Fältchen {1:.1f} mm auseinander brauchen {2:.2f} mm. Eine Stufe hinzufügen oder sie weiter auseinander setzen.</translation>
</message>
<message>
<source>The clay is too coarse to cut a mouth: {0} edges from corner to corner. Add a detail level or remesh it finer first.</source>
<translation>Der Ton ist zu grob, um einen Mund zu schneiden: {0} Kanten von Winkel zu Winkel. Erst eine Stufe hinzufügen oder feiner vernetzen.</translation>
</message>
<message>
<source>The clay is {0:.1f} mm {1} the end of the peg.</source>
<translation>Der Ton ist {0:.1f} mm {1} dem Ende des Stifts.</translation>
</message>
<message>
<source>The clay is {0}</source>
<translation>Der Ton ist {0}</translation>
</message>
<message>
<source>The clay leans by {0:.0f}° and is {1:.2f} times as large as life.</source>
<translation>Der Ton neigt sich um {0:.0f}° und ist {1:.2f}-mal so groß wie das Leben.</translation>
</message>
<message>
<source>The clay meets the peg.</source>
<translation>Der Ton trifft den Stift.</translation>
</message>
<message>
<source>The clay round this eye is too coarse for lids: {0} vertices where {1} are needed. Divide its faces, or remesh it with shorter edges, first.</source>
<translation>Der Ton um dieses Auge ist zu grob für Lider: {0} Punkte, wo {1} nötig sind. Erst seine Flächen teilen oder mit kürzeren Kanten neu vernetzen.</translation>
</message>
<message>
<source>The clay round this eye is torn, so lids cannot be joined to it. Mend or remesh it first.</source>
<translation>Der Ton um dieses Auge ist zerrissen, Lider lassen sich nicht damit verbinden. Erst flicken oder neu vernetzen.</translation>
</message>
<message>
<source>The clay was changed meanwhile: fit it again for its surface.</source>
<translation>Der Ton wurde unterdessen geändert: Für seine Oberfläche noch einmal anpassen.</translation>
</message>
<message>
<source>The clay was left as it was.</source>
<translation>Der Ton blieb, wie er war.</translation>
</message>
<message>
<source>The clay was not begun with a base head. Begin one to steer it.</source>
<translation>Der Ton wurde nicht mit einem Grundkopf begonnen. Einen beginnen, um ihn zu steuern.</translation>
</message>
<message>
<source>The clay would have to move by {0:.0f} mm; that is no fine adjustment. Look for a wrong mark, or bring the large forms nearer by hand first.</source>
<translation>Der Ton müsste sich um {0:.0f} mm bewegen; das ist keine feine Anpassung. Nach einer falschen Marke sehen oder die großen Formen erst von Hand näher bringen.</translation>
</message>
<message>
<source>The clay's edges are {0:.1f} mm long: patterns under {1:.1f} mm do not show. Add levels first.</source>
<translation>Die Kanten des Tons sind {0:.1f} mm lang: Muster unter {1:.1f} mm sind nicht zu sehen. Erst Stufen hinzufügen.</translation>
</message>
<message>
<source>The clicked landmarks do not fit a head. Are two mixed up, or left and right? Left is the sitter's own.</source>
<translation>Die angeklickten Messpunkte passen zu keinem Kopf. Sind zwei vertauscht oder links und rechts? Links ist links am Modell.</translation>
</message>
<message>
<source>The clicked landmarks lie on one line. Click others, on both sides and in front.</source>
<translation>Die angeklickten Messpunkte liegen auf einer Linie. Andere anklicken, auf beiden Seiten und vorn.</translation>
</message>
<message>
<source>The coarsest level would have edges of {0:.0f} mm; ask for fewer levels.</source>
<translation>Die gröbste Stufe hätte Kanten von {0:.0f} mm; weniger Stufen verlangen.</translation>
</message>
<message>
<source>The colour in hand is no skin: the nearest is {0:.0f} ΔE00 away.</source>
<translation>Die Farbe in der Hand ist keine Haut: Die nächste ist {0:.0f} ΔE00 entfernt.</translation>
</message>
<message>
<source>The colour in hand is that of such skin.</source>
<translation>Die Farbe in der Hand ist die solcher Haut.</translation>
</message>
<message>
<source>The colour is kept at that grain already, or as near as halving edges comes.</source>
<translation>Die Farbe wird schon in diesem Korn gehalten, oder so nah, wie das Teilen von Kanten kommt.</translation>
</message>
<message>
<source>The colour samples of these levels do not belong together.</source>
<translation>Die Farbproben dieser Stufen gehören nicht zusammen.</translation>
</message>
<message>
<source>The colour so far becomes the lowest layer; an empty one lies over it</source>
<translation>Die bisherige Farbe wird die unterste Schicht; eine leere liegt darüber</translation>
</message>
<message>
<source>The colour was left as it was.</source>
<translation>Die Farbe blieb, wie sie war.</translation>
</message>
<message>
<source>The colours of skin are {0:.1f} ΔE00 from the paint, in the median.</source>
<translation>Die Hautfarben liegen im Median {0:.1f} ΔE00 von der Farbe.</translation>
</message>
<message>
<source>The copy is the image of what it is taken from</source>
<translation>Die Kopie ist das Spiegelbild dessen, wovon sie genommen wird</translation>
</message>
<message>
<source>The creases are a form layer: weigh or hide them in the panel Form layers.</source>
<translation>Die Fältchen sind eine Formschicht: in der Tafel Formschichten wichten oder verbergen.</translation>
</message>
<message>
<source>The cut cannot be capped: its rim crosses itself. Draw it a little differently.</source>
<translation>Der Schnitt lässt sich nicht schließen: Sein Rand kreuzt sich. Ein wenig anders zeichnen.</translation>
</message>
<message>
<source>The cut closes on itself in a way that cannot be capped. Draw it a little differently.</source>
<translation>Der Schnitt schließt sich so in sich, dass er sich nicht zudecken lässt. Ein wenig anders zeichnen.</translation>
</message>
<message>
<source>The cut ends inside the clay, so it cannot be capped. Draw it a little differently.</source>
<translation>Der Schnitt endet im Ton und lässt sich nicht schließen. Ein wenig anders zeichnen.</translation>
</message>
<message>
<source>The cut runs straight away from you through the clay and is capped. What is masked stays whole.</source>
<translation>Der Schnitt läuft gerade von Ihnen weg durch den Ton und wird geschlossen. Was maskiert ist, bleibt ganz.</translation>
</message>
<message>
<source>The deformation does not come out as numbers. Choose fewer landmarks.</source>
<translation>Die Verformung ergibt keine Zahlen. Weniger Messpunkte wählen.</translation>
</message>
<message>
<source>The demo portrait</source>
<translation>Das Vorführporträt</translation>
</message>
<message>
<source>The distance at which colours are deepest</source>
<translation>Der Abstand, bei dem die Farben am tiefsten sind</translation>
</message>
<message>
<source>The eye is nowhere nearer to the clay than the gap. Move it into the clay first.</source>
<translation>Das Auge ist dem Ton nirgends näher als der Abstand. Es erst in den Ton bewegen.</translation>
</message>
<message>
<source>The faces could not be made fewer ({0}); nothing was changed. Try Mend first.</source>
<translation>Die Flächen ließen sich nicht verringern ({0}); nichts wurde geändert. Erst flicken.</translation>
</message>
<message>
<source>The figure through this session: lower is nearer</source>
<translation>Die Zahl im Lauf dieser Sitzung: tiefer ist näher</translation>
</message>
<message>
<source>The figure's pose is on. Take it off first (Shift+H).</source>
<translation>Die Pose der Figur ist an. Erst abnehmen (Umschalt+H).</translation>
</message>
<message>
<source>The fillet of an armature is 0 to {0:g} mm, not {1}.</source>
<translation>Die Kehle eines Gerüsts ist 0 bis {0:g} mm, nicht {1}.</translation>
</message>
<message>
<source>The fine height is a form layer now: weigh it in the panel Form layers.</source>
<translation>Die feine Höhe ist nun eine Formschicht: in der Tafel Formschichten wichten.</translation>
</message>
<message>
<source>The folder for recovery files cannot be written ({0}). Save your work yourself.</source>
<translation>Der Ordner für Sicherungsdateien lässt sich nicht beschreiben ({0}). Sichern Sie Ihre Arbeit selbst.</translation>
</message>
<message>
<source>The form cannot follow over {0:g} mm; {1:g} to {2:g} mm make sense.</source>
<translation>Die Form kann nicht über {0:g} mm folgen; {1:g} bis {2:g} mm sind sinnvoll.</translation>
</message>
<message>
<source>The form is that of '{0}' already, or all of it is masked.</source>
<translation>Die Form ist schon die von „{0}“, oder alles davon ist maskiert.</translation>
</message>
<message>
<source>The form itself</source>
<translation>Die Form selbst</translation>
</message>
<message>
<source>The head was begun at level {0}. Go there to steer it.</source>
<translation>Der Kopf wurde auf Stufe {0} begonnen. Dorthin gehen, um ihn zu steuern.</translation>
</message>
<message>
<source>The head's faces were changed since it was begun, so it cannot be steered any more.</source>
<translation>Die Flächen des Kopfs wurden geändert, seit er begonnen wurde, er lässt sich also nicht mehr steuern.</translation>
</message>
<message>
<source>The history</source>
<translation>Der Verlauf</translation>
</message>
<message>
<source>The iris as a share of the opening from corner to corner of the lids; sets the iris</source>
<translation>Die Iris als Teil der Öffnung von Lidwinkel zu Lidwinkel; stellt die Iris</translation>
</message>
<message>
<source>The jaw is open by {0:.0f}°; at most 45 to 55 mm between the incisors is usual.</source>
<translation>Der Kiefer ist um {0:.0f}° offen; höchstens 45 bis 55 mm zwischen den Schneidezähnen sind üblich.</translation>
</message>
<message>
<source>The joint that the sliders turn; or click its dot on the clay</source>
<translation>Das Gelenk, das die Regler drehen; oder seinen Punkt auf dem Ton anklicken</translation>
</message>
<message>
<source>The keyboard goes to the next part: top, photos, tools, clay, dial, small views, panels.</source>
<translation>Die Tastatur geht zum nächsten Teil: oben, Fotos, Werkzeuge, Ton, Drehscheibe, kleine Ansichten, Tafeln.</translation>
</message>
<message>
<source>The keyboard goes to the part of the bench before.</source>
<translation>Die Tastatur geht zum Teil der Werkbank davor.</translation>
</message>
<message>
<source>The knots of a margin follow each other from the inner to the outer corner.</source>
<translation>Die Knoten eines Rands folgen einander vom inneren zum äußeren Winkel.</translation>
</message>
<message>
<source>The landmark '{0}' has weights that do not add up to one.</source>
<translation>Der Messpunkt „{0}“ hat Gewichte, die sich nicht zu eins ergänzen.</translation>
</message>
<message>
<source>The landmark '{0}' is not known.</source>
<translation>Der Messpunkt „{0}“ ist nicht bekannt.</translation>
</message>
<message>
<source>The landmark before</source>
<translation>Der Messpunkt davor</translation>
</message>
<message>
<source>The landmark is seen here (1)</source>
<translation>Der Messpunkt ist hier zu sehen (1)</translation>
</message>
<message>
<source>The landmarks were left as they were.</source>
<translation>Die Messpunkte blieben, wie sie waren.</translation>
</message>
<message>
<source>The last step was no stroke on the form itself, so there is nothing to put onto a layer.</source>
<translation>Der letzte Schritt war kein Strich auf der Form selbst, es gibt also nichts auf eine Schicht zu legen.</translation>
</message>
<message>
<source>The last step was no stroke that could be done again.</source>
<translation>Der letzte Schritt war kein Strich, der sich wiederholen ließe.</translation>
</message>
<message>
<source>The layer '{0}' has no mask to paint on.</source>
<translation>Die Schicht „{0}“ hat keine Maske zum Bemalen.</translation>
</message>
<message>
<source>The layer '{0}' has no opacity. Give it some to paint on it.</source>
<translation>Die Schicht „{0}“ hat keine Deckkraft. Ihr welche geben, um darauf zu malen.</translation>
</message>
<message>
<source>The layer '{0}' has no strength. Give it some to work on it.</source>
<translation>Die Schicht „{0}“ hat keine Stärke. Ihr welche geben, um daran zu arbeiten.</translation>
</message>
<message>
<source>The layer '{0}' is hidden. Show it to paint on '{1}'.</source>
<translation>Die Schicht „{0}“ ist verborgen. Zeigen, um auf „{1}“ zu malen.</translation>
</message>
<message>
<source>The layer '{0}' is hidden. Show it to work on it.</source>
<translation>Die Schicht „{0}“ ist verborgen. Zeigen, um daran zu arbeiten.</translation>
</message>
<message>
<source>The layer '{0}' is locked. Unlock it first.</source>
<translation>Die Schicht „{0}“ ist gesperrt. Erst entsperren.</translation>
</message>
<message>
<source>The layer '{0}' is locked. Unlock it to paint on it.</source>
<translation>Die Schicht „{0}“ ist gesperrt. Entsperren, um darauf zu malen.</translation>
</message>
<message>
<source>The layer goes, and with a group all in it</source>
<translation>Die Schicht geht, und mit einer Gruppe alles darin</translation>
</message>
<message>
<source>The layer goes, with what it does</source>
<translation>Die Schicht geht, mit dem, was sie tut</translation>
</message>
<message>
<source>The layer in hand has no paint there.</source>
<translation>Die Schicht in der Hand hat dort keine Farbe.</translation>
</message>
<message>
<source>The layer once more</source>
<translation>Die Schicht noch einmal</translation>
</message>
<message>
<source>The layer once more, hidden at first</source>
<translation>Die Schicht noch einmal, zunächst verborgen</translation>
</message>
<message>
<source>The layer shows in that region only</source>
<translation>Die Schicht zeigt sich nur in diesem Bereich</translation>
</message>
<message>
<source>The layer shows where the clay is not masked now</source>
<translation>Die Schicht zeigt sich, wo der Ton jetzt nicht maskiert ist</translation>
</message>
<message>
<source>The layer was left as it was.</source>
<translation>Die Schicht blieb, wie sie war.</translation>
</message>
<message>
<source>The layer's mask becomes that, by the amount below</source>
<translation>Die Maske der Schicht wird das, um die Menge unten</translation>
</message>
<message>
<source>The layers of an OpenRaster file, in a group on top</source>
<translation>Die Schichten einer OpenRaster-Datei, in einer Gruppe obenauf</translation>
</message>
<message>
<source>The lid lines lie too far from this eye. Draw or move them first.</source>
<translation>Die Lidlinien liegen zu weit von diesem Auge. Erst zeichnen oder versetzen.</translation>
</message>
<message>
<source>The lid lines on the clay do not lie round this eye. Draw or move them first.</source>
<translation>Die Lidlinien auf dem Ton liegen nicht um dieses Auge. Erst zeichnen oder versetzen.</translation>
</message>
<message>
<source>The lids are {0}'s skin now; the dials go on.</source>
<translation>Die Lider sind nun die Haut von {0}; die Regler gelten weiter.</translation>
</message>
<message>
<source>The lids were left as they were.</source>
<translation>Die Lider blieben, wie sie waren.</translation>
</message>
<message>
<source>The line '{0}' has weights that do not add up to one.</source>
<translation>Die Linie „{0}“ hat Gewichte, die sich nicht zu eins ergänzen.</translation>
</message>
<message>
<source>The line '{0}' is not known.</source>
<translation>Die Linie „{0}“ ist nicht bekannt.</translation>
</message>
<message>
<source>The line does not lie on '{0}'. Draw it over the chosen piece.</source>
<translation>Die Linie liegt nicht auf „{0}“. Über das gewählte Stück zeichnen.</translation>
</message>
<message>
<source>The line meets no clay. Draw it across the piece that is to be cut.</source>
<translation>Die Linie trifft keinen Ton. Quer über das Stück zeichnen, das geschnitten werden soll.</translation>
</message>
<message>
<source>The line meets no guide of the chosen piece.</source>
<translation>Die Linie trifft keine Leitlinie des gewählten Stücks.</translation>
</message>
<message>
<source>The line meets no outline of the clay. Draw it nearer to the silhouette, or choose another piece.</source>
<translation>Die Linie trifft keinen Umriss des Tons. Näher an der Silhouette zeichnen oder ein anderes Stück wählen.</translation>
</message>
<message>
<source>The line of the mouth does not hang together on this clay.</source>
<translation>Die Mundlinie hängt auf diesem Ton nicht zusammen.</translation>
</message>
<message>
<source>The line of the mouth lies on no clay.</source>
<translation>Die Mundlinie liegt auf keinem Ton.</translation>
</message>
<message>
<source>The line of the mouth meets itself on this clay.</source>
<translation>Die Mundlinie trifft sich auf diesem Ton selbst.</translation>
</message>
<message>
<source>The lines of the lips lie on no clay. Draw or move them first.</source>
<translation>Die Lippenlinien liegen auf keinem Ton. Erst zeichnen oder versetzen.</translation>
</message>
<message>
<source>The lines of the lips would change places. Leave some red between them.</source>
<translation>Die Lippenlinien würden die Plätze tauschen. Etwas Rot dazwischen lassen.</translation>
</message>
<message>
<source>The lips are apart. 'Lips apart' opens the mouth, 'New teeth' fills it.</source>
<translation>Die Lippen sind getrennt. „Öffnung“ öffnet den Mund, „Neue Zähne“ füllt ihn.</translation>
</message>
<message>
<source>The lips are one surface. 'Cut open' parts them along the line of the mouth.</source>
<translation>Die Lippen sind eine Fläche. „Aufschneiden“ trennt sie längs der Mundlinie.</translation>
</message>
<message>
<source>The lips lie on the drawn lines but for {0:.2f} mm (median).</source>
<translation>Die Lippen liegen bis auf {0:.2f} mm (Median) auf den gezeichneten Linien.</translation>
</message>
<message>
<source>The lips were left as they were.</source>
<translation>Die Lippen blieben, wie sie waren.</translation>
</message>
<message>
<source>The long axis against the upright, in profile; 15 to 20 degrees are usual</source>
<translation>Die lange Achse gegen die Aufrechte, im Profil; 15 bis 20 Grad sind üblich</translation>
</message>
<message>
<source>The long axis against the upright, in profile; 15 to 20 degrees are usual (Farkas 1994; Tolleth 1978)</source>
<translation>Die lange Achse gegen die Aufrechte, im Profil; 15 bis 20 Grad sind üblich (Farkas 1994; Tolleth 1978)</translation>
</message>
<message>
<source>The lower lip's lines lie on no clay. Draw or move them first.</source>
<translation>Die Linien der Unterlippe liegen auf keinem Ton. Erst zeichnen oder versetzen.</translation>
</message>
<message>
<source>The margins lie on the drawn lines but for {0} (median).</source>
<translation>Die Ränder liegen bis auf {0} (Median) auf den gezeichneten Linien.</translation>
</message>
<message>
<source>The marked landmarks lie nearly in one plane, so many standpoints fit equally well. Mark one that stands forward or back: the nose tip, the ear notch or an ear lobe.</source>
<translation>Die markierten Messpunkte liegen fast in einer Ebene, so dass viele Standpunkte gleich gut passen. Einen markieren, der vor- oder zurücksteht: Nasenspitze, Ohrkerbe oder Ohrläppchen.</translation>
</message>
<message>
<source>The marks give no solution in numbers. Look for marks that are far off, or take away the photo that was added last.</source>
<translation>Die Marken geben keine Lösung in Zahlen. Nach weit abliegenden Marken sehen oder das zuletzt hinzugefügte Foto wegnehmen.</translation>
</message>
<message>
<source>The marks lie on one line of the photo. Place each where its landmark is seen.</source>
<translation>Die Marken liegen auf einer Linie des Fotos. Jede dorthin setzen, wo ihr Messpunkt zu sehen ist.</translation>
</message>
<message>
<source>The marks of the two sheets are in opposite order: the upper one first on both.</source>
<translation>Die Marken der zwei Blätter stehen in umgekehrter Reihenfolge: auf beiden die obere zuerst.</translation>
</message>
<message>
<source>The marks were changed meanwhile: solve again.</source>
<translation>Die Marken wurden unterdessen geändert: neu lösen.</translation>
</message>
<message>
<source>The mask is as it was: nothing more was met.</source>
<translation>Die Maske ist, wie sie war: Nichts Weiteres wurde getroffen.</translation>
</message>
<message>
<source>The measure '{0}' of a {1} cannot be {2}.</source>
<translation>Das Maß „{0}“ ({1}) kann nicht {2} sein.</translation>
</message>
<message>
<source>The middle of this file is not the middle of the lens: the solve looks for it</source>
<translation>Die Mitte dieser Datei ist nicht die Mitte des Objektivs: Das Lösen sucht sie</translation>
</message>
<message>
<source>The most hollow part of the form: creases, corners, below the lip</source>
<translation>Der hohlste Teil der Form: Fältchen, Winkel, unter der Lippe</translation>
</message>
<message>
<source>The most hollow parts of the form</source>
<translation>Die hohlsten Teile der Form</translation>
</message>
<message>
<source>The mouth has teeth already: they are '{0}'.</source>
<translation>Der Mund hat schon Zähne: Es sind „{0}“.</translation>
</message>
<message>
<source>The mouth was left as it was.</source>
<translation>Der Mund blieb, wie er war.</translation>
</message>
<message>
<source>The nearest skin; the colour in hand is {0:.1f} ΔE00 from it.</source>
<translation>Die nächste Haut; die Farbe in der Hand ist {0:.1f} ΔE00 davon entfernt.</translation>
</message>
<message>
<source>The net of faces of this piece is not symmetric, so nobody can tell which vertex is the image of which. Remesh it along the form while it is symmetric, or take its asymmetry apart and settle it first.</source>
<translation>Das Netz dieses Stücks ist nicht symmetrisch, niemand kann also sagen, welcher Punkt das Bild von welchem ist. Es symmetrisch längs der Form neu vernetzen oder seine Asymmetrie zerlegen und erst festigen.</translation>
</message>
<message>
<source>The next click on the clay sets the pivot there</source>
<translation>Der nächste Klick auf den Ton setzt den Drehpunkt dorthin</translation>
</message>
<message>
<source>The outline was {0:.1f} mm from the line in the mean, now {1:.1f} mm.</source>
<translation>Der Umriss lag im Mittel {0:.1f} mm von der Linie, jetzt {1:.1f} mm.</translation>
</message>
<message>
<source>The page of the help that is about this sentence</source>
<translation>Die Seite der Hilfe zu diesem Satz</translation>
</message>
<message>
<source>The part bends along the line, in the plane of the view</source>
<translation>Der Teil biegt sich längs der Linie, in der Ebene der Ansicht</translation>
</message>
<message>
<source>The part turns about the joint, in the plane of the view</source>
<translation>Der Teil dreht sich um das Gelenk, in der Ebene der Ansicht</translation>
</message>
<message>
<source>The part turns about the line, more and more towards its end</source>
<translation>Der Teil dreht sich um die Linie, zu seinem Ende hin immer mehr</translation>
</message>
<message>
<source>The photo '{0}' has a line with places that are no numbers.</source>
<translation>Das Foto „{0}“ hat eine Linie mit Orten, die keine Zahlen sind.</translation>
</message>
<message>
<source>The photo '{0}' has its mark '{1}' outside the picture.</source>
<translation>Das Foto „{0}“ hat seine Marke „{1}“ außerhalb des Bilds.</translation>
</message>
<message>
<source>The photo '{0}' is {1} x {2} pixels, noted as {3} x {4}.</source>
<translation>Das Foto „{0}“ ist {1} × {2} Pixel, vermerkt als {3} × {4}.</translation>
</message>
<message>
<source>The photos in a window of their own; closing it hangs them back.</source>
<translation>Die Fotos in eigenem Fenster; schließt man es, hängen sie wieder da.</translation>
</message>
<message>
<source>The photos seem to show two persons. Left out: {0}.</source>
<translation>Die Fotos scheinen zwei Personen zu zeigen. Weggelassen: {0}.</translation>
</message>
<message>
<source>The picture fills the circle</source>
<translation>Das Bild füllt den Kreis</translation>
</message>
<message>
<source>The picture is spread over the clay in its own size, stroke beside stroke</source>
<translation>Das Bild ist in eigener Größe über den Ton gebreitet, Strich neben Strich</translation>
</message>
<message>
<source>The piece is symmetric: there is nothing to take apart.</source>
<translation>Das Stück ist symmetrisch: Es gibt nichts zu zerlegen.</translation>
</message>
<message>
<source>The piece was left as it was.</source>
<translation>Das Stück blieb, wie es war.</translation>
</message>
<message>
<source>The piece whose form is taken over</source>
<translation>Das Stück, dessen Form übernommen wird</translation>
</message>
<message>
<source>The pieces were left as they were.</source>
<translation>Die Stücke blieben, wie sie waren.</translation>
</message>
<message>
<source>The pivot sits where you clicked.</source>
<translation>Der Drehpunkt sitzt, wo Sie klickten.</translation>
</message>
<message>
<source>The place of the teeth has a number that is none.</source>
<translation>Der Ort der Zähne hat eine Zahl, die keine ist.</translation>
</message>
<message>
<source>The plane across which the chosen piece is to be symmetric</source>
<translation>Die Ebene, über die hinweg das gewählte Stück symmetrisch sein soll</translation>
</message>
<message>
<source>The plane in which all work is mirrored</source>
<translation>Die Ebene, in der alle Arbeit gespiegelt wird</translation>
</message>
<message>
<source>The plane meets no clay.</source>
<translation>Die Ebene trifft keinen Ton.</translation>
</message>
<message>
<source>The point that both eyes look at, {0}</source>
<translation>Der Punkt, auf den beide Augen schauen, {0}</translation>
</message>
<message>
<source>The pointer follows mouse and pen again.</source>
<translation>Der Zeiger folgt wieder Maus und Stift.</translation>
</message>
<message>
<source>The points of a curve lie between 0 and 1.</source>
<translation>Die Punkte einer Kurve liegen zwischen 0 und 1.</translation>
</message>
<message>
<source>The portrait holds too many values that no file can hold. Undo the last steps, then save again.</source>
<translation>Das Porträt enthält zu viele Werte, die keine Datei halten kann. Die letzten Schritte zurücknehmen, dann neu sichern.</translation>
</message>
<message>
<source>The portrait on the bench was changed meanwhile, so {0} was not opened. Save, and open it again.</source>
<translation>Das Porträt auf der Werkbank wurde unterdessen geändert, {0} wurde also nicht geöffnet. Sichern und noch einmal öffnen.</translation>
</message>
<message>
<source>The portrait's own stamp has this width from now on</source>
<translation>Der eigene Stempel des Porträts hat von nun an diese Breite</translation>
</message>
<message>
<source>The pose is lopsided, so this stroke is on one side only. Take the pose off (Shift+H) for both.</source>
<translation>Die Pose ist einseitig, dieser Strich ist also nur auf einer Seite. Für beide die Pose abnehmen (Umschalt+H).</translation>
</message>
<message>
<source>The pose is off: turning a joint puts it on.</source>
<translation>Die Pose ist aus: Ein Gelenk zu drehen legt sie an.</translation>
</message>
<message>
<source>The pose turns '{0}' {1} ways, but no joint of figures does that.</source>
<translation>Die Pose dreht „{0}“ {1}-fach, aber kein Gelenk von Figuren tut das.</translation>
</message>
<message>
<source>The pose turns the joint '{0}' by {1} degrees; at most {2:g} make sense.</source>
<translation>Die Pose dreht das Gelenk „{0}“ um {1} Grad; höchstens {2:g} sind sinnvoll.</translation>
</message>
<message>
<source>The profile does not leave its axis, which is upright through the line's first point. Begin on the axis, and draw one side.</source>
<translation>Das Profil verlässt seine Achse nicht, die aufrecht durch den ersten Punkt der Linie geht. Auf der Achse beginnen und eine Seite zeichnen.</translation>
</message>
<message>
<source>The profile touches the axis in its middle. Keep its inner points away from it.</source>
<translation>Das Profil berührt die Achse in seiner Mitte. Seine inneren Punkte davon fernhalten.</translation>
</message>
<message>
<source>The reach of a mask has to be more than 0 mm.</source>
<translation>Die Reichweite einer Maske muss mehr als 0 mm sein.</translation>
</message>
<message>
<source>The region</source>
<translation>Der Bereich</translation>
</message>
<message>
<source>The right half follows the left; unticked, it has balls of its own</source>
<translation>Die rechte Hälfte folgt der linken; ohne Haken hat sie eigene Kugeln</translation>
</message>
<message>
<source>The same dials, drawn anew</source>
<translation>Dieselben Regler, neu gewürfelt</translation>
</message>
<message>
<source>The same dials, with all that is left to chance thrown anew</source>
<translation>Dieselben Regler, mit allem Zufall neu gewürfelt</translation>
</message>
<message>
<source>The same error came again; the log has it. Save your work and start Yewfinch anew.</source>
<translation>Derselbe Fehler kam wieder; das Protokoll hat ihn. Sichern Sie Ihre Arbeit und starten Sie Yewfinch neu.</translation>
</message>
<message>
<source>The same number gives the same person again</source>
<translation>Dieselbe Zahl gibt dieselbe Person wieder</translation>
</message>
<message>
<source>The same with levels on top; what they lack of the old form becomes a form layer of the finest level</source>
<translation>Dasselbe mit Stufen obenauf; was ihnen von der alten Form fehlt, wird eine Formschicht der feinsten Stufe</translation>
</message>
<message>
<source>The section's place is not a number.</source>
<translation>Der Ort des Schnitts ist keine Zahl.</translation>
</message>
<message>
<source>The sharpest crests of the form</source>
<translation>Die schärfsten Grate der Form</translation>
</message>
<message>
<source>The sharpest part of the form: rims, ridges</source>
<translation>Der schärfste Teil der Form: Ränder, Grate</translation>
</message>
<message>
<source>The sheets would differ {0:.0f} times in scale; look at the marks again.</source>
<translation>Die Blätter würden sich im Maßstab um das {0:.0f}-Fache unterscheiden; die Marken noch einmal ansehen.</translation>
</message>
<message>
<source>The shell runs through itself in {0} places, where the clay is folded too tightly. Mask less there, or fuse it: that clears it up.</source>
<translation>Die Schale läuft an {0} Stellen durch sich selbst, wo der Ton zu eng gefaltet ist. Dort weniger maskieren oder verschmelzen: Das bereinigt es.</translation>
</message>
<message>
<source>The silhouette lies on that line already, or all of it is masked.</source>
<translation>Die Silhouette liegt schon auf dieser Linie, oder alles davon ist maskiert.</translation>
</message>
<message>
<source>The sitter</source>
<translation>Das Modell</translation>
</message>
<message>
<source>The sitter is not solved yet, so there is nothing to compare.</source>
<translation>Das Modell ist noch nicht gelöst, es gibt also nichts zu vergleichen.</translation>
</message>
<message>
<source>The sitter is not solved yet. Mark the photos and solve first.</source>
<translation>Das Modell ist noch nicht gelöst. Die Fotos markieren und erst lösen.</translation>
</message>
<message>
<source>The sitter is {0}</source>
<translation>Das Modell ist {0}</translation>
</message>
<message>
<source>The sitter's left side takes the form of the right</source>
<translation>Die linke Seite des Modells nimmt die Form der rechten an</translation>
</message>
<message>
<source>The sitter's measures show once photos are solved.</source>
<translation>Die Maße des Modells erscheinen, sobald Fotos gelöst sind.</translation>
</message>
<message>
<source>The sitter's midline</source>
<translation>Die Mittellinie des Modells</translation>
</message>
<message>
<source>The sitter's photos hang on the wall at the left. Press the plus, or drop a picture there. The demo has five already: press Next if you have none at hand.</source>
<translation>Die Fotos des Modells hängen links an der Wand. Das Plus drücken oder dort ein Bild fallen lassen. Die Vorführung hat schon fünf: Weiter drücken, wenn Sie keines zur Hand haben.</translation>
</message>
<message>
<source>The sitter's right side takes the form of the left</source>
<translation>Die rechte Seite des Modells nimmt die Form der linken an</translation>
</message>
<message>
<source>The sitter's years</source>
<translation>Die Jahre des Modells</translation>
</message>
<message>
<source>The sitter's years on the photos, if they are known; the lowest value stands for unknown</source>
<translation>Die Jahre des Modells auf den Fotos, wenn sie bekannt sind; der kleinste Wert steht für unbekannt</translation>
</message>
<message>
<source>The sitter: {0}.</source>
<translation>Das Modell: {0}.</translation>
</message>
<message>
<source>The skin was left as it was.</source>
<translation>Die Haut blieb, wie sie war.</translation>
</message>
<message>
<source>The skull follows the base head; depths are means of adults, a single face differs by 2 to 4 mm.</source>
<translation>Der Schädel folgt dem Grundkopf; die Tiefen sind Mittel von Erwachsenen, ein einzelnes Gesicht weicht um 2 bis 4 mm ab.</translation>
</message>
<message>
<source>The skull is clay now: tools work on it. Undo makes it a guide again.</source>
<translation>Der Schädel ist nun Ton: Werkzeuge arbeiten daran. Rückgängig macht ihn wieder zum Leitkörper.</translation>
</message>
<message>
<source>The small pink body in the inner corner; 0 for none</source>
<translation>Der kleine rosa Körper im inneren Winkel; 0 für keinen</translation>
</message>
<message>
<source>The smallest named region that the pointer is in, or all of the piece</source>
<translation>Der kleinste benannte Bereich, in dem der Zeiger ist, oder das ganze Stück</translation>
</message>
<message>
<source>The solid</source>
<translation>Der Grundkörper</translation>
</message>
<message>
<source>The solid stands nowhere: its place or turn is no sensible number.</source>
<translation>Der Grundkörper steht nirgends: Sein Ort oder seine Drehung ist keine sinnvolle Zahl.</translation>
</message>
<message>
<source>The solid's line is broken: it needs two points or more, all within 10 m.</source>
<translation>Die Linie des Grundkörpers ist zerbrochen: Sie braucht zwei Punkte oder mehr, alle innerhalb 10 m.</translation>
</message>
<message>
<source>The solve was cancelled; nothing was changed.</source>
<translation>Das Lösen wurde abgebrochen; nichts wurde geändert.</translation>
</message>
<message>
<source>The solved sitter's uncertainty is no covariance: solve again.</source>
<translation>Die Unsicherheit des gelösten Modells ist keine Kovarianz: neu lösen.</translation>
</message>
<message>
<source>The stamp of this tool is no longer in the portrait: it works without one.</source>
<translation>Der Stempel dieses Werkzeugs ist nicht mehr im Porträt: Es arbeitet ohne.</translation>
</message>
<message>
<source>The standpoint of '{0}' is not known yet: mark landmarks on it and solve the sitter.</source>
<translation>Der Standpunkt von „{0}“ ist noch nicht bekannt: Messpunkte darauf markieren und das Modell lösen.</translation>
</message>
<message>
<source>The state '{0}' was stored at level {1}, or with other faces. Go there first.</source>
<translation>Der Zustand „{0}“ wurde auf Stufe {1} oder mit anderen Flächen aufgehoben. Erst dorthin gehen.</translation>
</message>
<message>
<source>The stencil's grid has {0} handles, got {1}.</source>
<translation>Das Gitter der Schablone hat {0} Griffe, nicht {1}.</translation>
</message>
<message>
<source>The stencil's place is not a number.</source>
<translation>Der Ort der Schablone ist keine Zahl.</translation>
</message>
<message>
<source>The stroke again, as {0}.</source>
<translation>Der Strich noch einmal, als {0}.</translation>
</message>
<message>
<source>The stroke begins thin over this way</source>
<translation>Der Strich beginnt auf diesem Weg dünn</translation>
</message>
<message>
<source>The stroke ends thin over this way: it is laid anew when you let go</source>
<translation>Der Strich endet auf diesem Weg dünn: Er wird neu gelegt, wenn Sie loslassen</translation>
</message>
<message>
<source>The stroke goes where the pointer goes</source>
<translation>Der Strich geht, wohin der Zeiger geht</translation>
</message>
<message>
<source>The stroke is drawn along behind the pointer on a line of this length, so that trembling does not show</source>
<translation>Der Strich wird hinter dem Zeiger an einer Leine dieser Länge gezogen, so dass Zittern nicht zu sehen ist</translation>
</message>
<message>
<source>The stroke stays.</source>
<translation>Der Strich bleibt.</translation>
</message>
<message>
<source>The stroke that was under way was taken back.</source>
<translation>Der Strich, der im Gang war, wurde zurückgenommen.</translation>
</message>
<message>
<source>The stroke's direction is up</source>
<translation>Die Richtung des Strichs ist oben</translation>
</message>
<message>
<source>The surface was left as the landmarks make it.</source>
<translation>Die Oberfläche blieb, wie die Messpunkte sie machen.</translation>
</message>
<message>
<source>The tool works without a stamp</source>
<translation>Das Werkzeug arbeitet ohne Stempel</translation>
</message>
<message>
<source>The two marks of a sheet must lie at different heights, far from each other.</source>
<translation>Die zwei Marken eines Blatts müssen in verschiedener Höhe liegen, weit auseinander.</translation>
</message>
<message>
<source>The two places are too near to each other for two eyes. Click one pupil, then the other.</source>
<translation>Die zwei Stellen sind einander zu nah für zwei Augen. Eine Pupille anklicken, dann die andere.</translation>
</message>
<message>
<source>The visible iris is {0:.1f} mm wide in nearly everybody, so it tells how large the head is. Zoom in and drag across it from edge to edge, along its longest diameter.</source>
<translation>Die sichtbare Iris ist bei fast allen {0:.1f} mm breit, sie sagt also, wie groß der Kopf ist. Heranzoomen und quer darüber ziehen, von Rand zu Rand, längs ihres größten Durchmessers.</translation>
</message>
<message>
<source>The white gets yellower towards the corners, as in age</source>
<translation>Das Weiße wird zu den Winkeln hin gelber, wie im Alter</translation>
</message>
<message>
<source>The whole loose part under the pointer's last place, or the largest one</source>
<translation>Der ganze lose Teil unter der letzten Stelle des Zeigers, oder der größte</translation>
</message>
<message>
<source>The whole screen, or a window again.</source>
<translation>Der ganze Bildschirm oder wieder ein Fenster.</translation>
</message>
<message>
<source>The workshop's own light</source>
<translation>Das eigene Licht der Werkstatt</translation>
</message>
<message>
<source>There</source>
<translation>Da</translation>
</message>
<message>
<source>There are no lids with a body of their own to join. Begin some first.</source>
<translation>Es gibt keine Lider mit eigenem Körper zu verbinden. Erst welche beginnen.</translation>
</message>
<message>
<source>There are no teeth behind these lips yet: 'New teeth' puts some there.</source>
<translation>Hinter diesen Lippen sind noch keine Zähne: „Neue Zähne“ setzt welche ein.</translation>
</message>
<message>
<source>There are {0} guides already. Remove some first.</source>
<translation>Es gibt schon {0} Leitlinien. Erst einige entfernen.</translation>
</message>
<message>
<source>There are {0} layers already. Merge or settle some first.</source>
<translation>Es gibt schon {0} Schichten. Erst einige vereinen oder festigen.</translation>
</message>
<message>
<source>There are {0} levels already; drop some below first.</source>
<translation>Es gibt schon {0} Stufen; erst unten einige weglassen.</translation>
</message>
<message>
<source>There is no armature to be seen. Begin one in the panel Armature (stage Block).</source>
<translation>Kein Gerüst ist zu sehen. In der Tafel Gerüst (Phase Anlage) eines beginnen.</translation>
</message>
<message>
<source>There is no cast {0} of the base heads; this version knows {1}.</source>
<translation>Es gibt keinen Guss {0} der Grundköpfe; diese Version kennt {1}.</translation>
</message>
<message>
<source>There is no clay to fuse. Show some first.</source>
<translation>Es gibt keinen Ton zu verschmelzen. Erst welchen zeigen.</translation>
</message>
<message>
<source>There is no clay to join lids to. Show it first.</source>
<translation>Es gibt keinen Ton, mit dem Lider zu verbinden wären. Erst zeigen.</translation>
</message>
<message>
<source>There is no clay to keep a stage of.</source>
<translation>Es gibt keinen Ton, von dem ein Stand aufzuheben wäre.</translation>
</message>
<message>
<source>There is no clay under the pointer.</source>
<translation>Unter dem Zeiger ist kein Ton.</translation>
</message>
<message>
<source>There is no coarser level to drop.</source>
<translation>Es gibt keine gröbere Stufe wegzulassen.</translation>
</message>
<message>
<source>There is no difference to put onto a layer.</source>
<translation>Es gibt keinen Unterschied auf eine Schicht zu legen.</translation>
</message>
<message>
<source>There is no eye to lay lids on. Begin two in the panel Eyes.</source>
<translation>Es gibt kein Auge, auf das Lider zu legen wären. In der Tafel Augen zwei beginnen.</translation>
</message>
<message>
<source>There is no eye. Begin two in the panel Eyes.</source>
<translation>Es gibt kein Auge. In der Tafel Augen zwei beginnen.</translation>
</message>
<message>
<source>There is no eye. Click two pupils on the clay, or take a ball for one.</source>
<translation>Es gibt kein Auge. Zwei Pupillen auf dem Ton anklicken oder eine Kugel dafür nehmen.</translation>
</message>
<message>
<source>There is no figure '{0}'. Use one of {1}.</source>
<translation>Es gibt keine Figur „{0}“. Eine von {1} nehmen.</translation>
</message>
<message>
<source>There is no finer level to drop.</source>
<translation>Es gibt keine feinere Stufe wegzulassen.</translation>
</message>
<message>
<source>There is no head to take the mean of.</source>
<translation>Es gibt keinen Kopf, von dem ein Mittel zu nehmen wäre.</translation>
</message>
<message>
<source>There is no layer below this one to merge it with.</source>
<translation>Unter dieser ist keine Schicht, mit der sie sich vereinen ließe.</translation>
</message>
<message>
<source>There is no layer below this one. Settle it to make it part of the form.</source>
<translation>Unter dieser ist keine Schicht. Festigen, um sie zum Teil der Form zu machen.</translation>
</message>
<message>
<source>There is no other eye with lids.</source>
<translation>Es gibt kein anderes Auge mit Lidern.</translation>
</message>
<message>
<source>There is no picture to paste.</source>
<translation>Es gibt kein Bild zum Einfügen.</translation>
</message>
<message>
<source>There is no room for a mouth behind these lips: other clay lies within 5 mm of them.</source>
<translation>Hinter diesen Lippen ist kein Platz für einen Mund: Anderer Ton liegt näher als 5 mm.</translation>
</message>
<message>
<source>There is no solid '{0}'. Use one of {1}.</source>
<translation>Es gibt keinen Grundkörper „{0}“. Einen von {1} nehmen.</translation>
</message>
<message>
<source>There is no solved sitter to go by. Mark landmarks on photos and solve first.</source>
<translation>Es gibt kein gelöstes Modell, nach dem man gehen könnte. Messpunkte auf Fotos markieren und erst lösen.</translation>
</message>
<message>
<source>There is no way of blending called {0}.</source>
<translation>Es gibt keine Mischart namens {0}.</translation>
</message>
<message>
<source>There is nothing to compare with: keep a stage first, or open another portrait.</source>
<translation>Es gibt nichts zum Vergleichen: erst einen Stand aufheben oder ein anderes Porträt öffnen.</translation>
</message>
<message>
<source>There is nothing to do again.</source>
<translation>Es gibt nichts zu wiederholen.</translation>
</message>
<message>
<source>There is nothing to fuse. Show some clay first.</source>
<translation>Es gibt nichts zu verschmelzen. Erst Ton zeigen.</translation>
</message>
<message>
<source>There is nothing to undo.</source>
<translation>Es gibt nichts zurückzunehmen.</translation>
</message>
<message>
<source>There: {0}</source>
<translation>Da: {0}</translation>
</message>
<message>
<source>These eyes have lids: set them with the dials.</source>
<translation>Diese Augen haben Lider: sie mit den Reglern stellen.</translation>
</message>
<message>
<source>These heads have {0} landmarks in common; at least {1} are needed.</source>
<translation>Diese Köpfe haben {0} Messpunkte gemein; mindestens {1} sind nötig.</translation>
</message>
<message>
<source>These lips are one surface: 'Cut open' parts them first.</source>
<translation>Diese Lippen sind eine Fläche: „Aufschneiden“ trennt sie erst.</translation>
</message>
<message>
<source>These marks do not fit one ordinary head: two persons, another expression, or marks meant differently</source>
<translation>Diese Marken passen nicht zu einem gewöhnlichen Kopf: zwei Personen, ein anderer Ausdruck oder anders gemeinte Marken</translation>
</message>
<message>
<source>These pieces are in no group.</source>
<translation>Diese Stücke sind in keiner Gruppe.</translation>
</message>
<message>
<source>These pieces are in that group already.</source>
<translation>Diese Stücke sind schon in dieser Gruppe.</translation>
</message>
<message>
<source>Thicken</source>
<translation>Verdicken</translation>
</message>
<message>
<source>Thicken {0}</source>
<translation>{0} verdicken</translation>
</message>
<message>
<source>Thickening …</source>
<translation>Es wird verdickt …</translation>
</message>
<message>
<source>Thicker muscles, set off more clearly</source>
<translation>Dickere Muskeln, deutlicher abgesetzt</translation>
</message>
<message>
<source>Thickness</source>
<translation>Dicke</translation>
</message>
<message>
<source>Thin lines that wander about within the circle while the hand goes on</source>
<translation>Dünne Linien, die im Kreis umherwandern, während die Hand weitergeht</translation>
</message>
<message>
<source>Thin parts</source>
<translation>Dünne Teile</translation>
</message>
<message>
<source>Thirds</source>
<translation>Drittel</translation>
</message>
<message>
<source>This clay has no inside of a mouth for teeth: its lips are one surface. 'Cut open' parts them.</source>
<translation>Dieser Ton hat kein Mundinneres für Zähne: Seine Lippen sind eine Fläche. „Aufschneiden“ trennt sie.</translation>
</message>
<message>
<source>This did not work because of an error in Yewfinch itself.</source>
<translation>Das ging wegen eines Fehlers in Yewfinch selbst nicht.</translation>
</message>
<message>
<source>This eye has no lids yet. 'New lids' lays some on it.</source>
<translation>Dieses Auge hat noch keine Lider. „Neue Lider“ legt welche darauf.</translation>
</message>
<message>
<source>This eye has no lids. Begin lids first, or draw the lines of the lids on the clay.</source>
<translation>Dieses Auge hat keine Lider. Erst Lider beginnen oder die Lidlinien auf den Ton zeichnen.</translation>
</message>
<message>
<source>This eye has no lids. Press 'New lids' in the panel Lids.</source>
<translation>Dieses Auge hat keine Lider. In der Tafel Lider „Neue Lider“ drücken.</translation>
</message>
<message>
<source>This eye has no lids. Press 'New lids', or draw the lines of the lids on the clay.</source>
<translation>Dieses Auge hat keine Lider. „Neue Lider“ drücken oder die Linien der Lider auf den Ton zeichnen.</translation>
</message>
<message>
<source>This head belongs to an earlier cast of the base heads and is steered as that. Bringing it over gives it the form of the new one; your modelling goes along, and undo brings it back.</source>
<translation>Dieser Kopf gehört zu einem früheren Guss der Grundköpfe und wird so gesteuert. Bringt man ihn hinüber, erhält er die Form des neuen; Ihre Modellierung geht mit, und Rückgängig bringt ihn zurück.</translation>
</message>
<message>
<source>at {0:g} times: {1}</source>
<translation>bei {0:g}-fach: {1}</translation>
</message>
<message>
<source>{0} {1:.1f} mm instead of {2:.1f} mm</source>
<translation>{0} {1:.1f} mm statt {2:.1f} mm</translation>
</message>
<message>
<source>Not all measures can be had at once; {0}.</source>
<translation>Nicht alle Maße sind zugleich zu haben; {0}.</translation>
</message>
<message>
<source>This is an error in Yewfinch itself, not in what you asked for.{0}</source>
<translation>Das ist ein Fehler in Yewfinch selbst, nicht in dem, was Sie wollten.{0}</translation>
</message>
<message>
<source>This is the coarsest level.</source>
<translation>Das ist die gröbste Stufe.</translation>
</message>
<message>
<source>This is the finest level. Add one to go on.</source>
<translation>Das ist die feinste Stufe. Eine hinzufügen, um weiterzugehen.</translation>
</message>
<message>
<source>This is the {0} level of '{1}'.</source>
<translation>Das ist die {0} Stufe von „{1}“.</translation>
</message>
<message>
<source>This layer has no mask.</source>
<translation>Diese Schicht hat keine Maske.</translation>
</message>
<message>
<source>This list says what lies beyond doubt off, in mm and in words, the worst first. Click a row to look at the place.</source>
<translation>Diese Liste sagt, was zweifelsfrei daneben liegt, in mm und in Worten, das Schlimmste zuerst. Auf eine Zeile klicken, um die Stelle anzusehen.</translation>
</message>
<message>
<source>This mouth has an inside already: its lips can be parted.</source>
<translation>Dieser Mund hat schon ein Inneres: Seine Lippen lassen sich öffnen.</translation>
</message>
<message>
<source>This old step is gone from the disk, so it cannot be taken back.</source>
<translation>Dieser alte Schritt ist von der Platte verschwunden und lässt sich nicht zurücknehmen.</translation>
</message>
<message>
<source>This old step lies on a disk that does not answer, so it cannot be taken back.</source>
<translation>Dieser alte Schritt liegt auf einer Platte, die nicht antwortet, und lässt sich nicht zurücknehmen.</translation>
</message>
<message>
<source>This part stays where it is; it hangs from no joint.</source>
<translation>Dieser Teil bleibt, wo er ist; er hängt an keinem Gelenk.</translation>
</message>
<message>
<source>This photo cannot be shown.</source>
<translation>Dieses Foto kann nicht gezeigt werden.</translation>
</message>
<message>
<source>This photo has no standpoint yet. Mark landmarks on it first.</source>
<translation>Dieses Foto hat noch keinen Standpunkt. Erst Messpunkte darauf markieren.</translation>
</message>
<message>
<source>This photo has too few marks yet.</source>
<translation>Dieses Foto hat noch zu wenige Marken.</translation>
</message>
<message>
<source>This photo seems to show another person than the others. It was left out; if it is the same person, look for marks that are far off or meant differently.</source>
<translation>Dieses Foto scheint eine andere Person zu zeigen als die übrigen. Es wurde weggelassen; ist es dieselbe, nach Marken sehen, die weit abliegen oder anders gemeint sind.</translation>
</message>
<message>
<source>This photo was taken off the wall.</source>
<translation>Dieses Foto wurde von der Wand genommen.</translation>
</message>
<message>
<source>This piece has no colour layers yet. Begin them in the panel Colour layers.</source>
<translation>Dieses Stück hat noch keine Farbschichten. In der Tafel Farbschichten beginnen.</translation>
</message>
<message>
<source>This piece has too many faces to be laid out flat. Go to a coarser level, or reduce it.</source>
<translation>Dieses Stück hat zu viele Flächen, um flach abgewickelt zu werden. Zu einer gröberen Stufe gehen oder verringern.</translation>
</message>
<message>
<source>This piece is no armature.</source>
<translation>Dieses Stück ist kein Gerüst.</translation>
</message>
<message>
<source>This piece is no solid.</source>
<translation>Dieses Stück ist kein Grundkörper.</translation>
</message>
<message>
<source>This portrait was not begun with a base head.</source>
<translation>Dieses Porträt wurde nicht mit einem Grundkopf begonnen.</translation>
</message>
<message>
<source>This stamp ships with Yewfinch and stays as it is. Add a picture of your own to change one.</source>
<translation>Dieser Stempel kommt mit Yewfinch und bleibt, wie er ist. Ein eigenes Bild hinzufügen, um eines zu ändern.</translation>
</message>
<message>
<source>This surface falls apart into {0} loose parts; {1} are mended at most. Weld over a larger distance.</source>
<translation>Diese Fläche zerfällt in {0} lose Teile; höchstens {1} werden geflickt. Über einen größeren Abstand verschweißen.</translation>
</message>
<message>
<source>Through all clay in sight</source>
<translation>Durch allen Ton in Sicht</translation>
</message>
<message>
<source>Through the chosen landmark, or what the view turns round</source>
<translation>Durch den gewählten Messpunkt oder das, worum sich die Ansicht dreht</translation>
</message>
<message>
<source>Throws the chance of one layer of the complexion anew, at that size; its mask stays</source>
<translation>Würfelt den Zufall einer Schicht des Teints neu, in dieser Größe; ihre Maske bleibt</translation>
</message>
<message>
<source>Thumb, end</source>
<translation>Daumen, Ende</translation>
</message>
<message>
<source>Thumb, knuckle</source>
<translation>Daumen, Grundgelenk</translation>
</message>
<message>
<source>Thumb, root</source>
<translation>Daumen, Wurzel</translation>
</message>
<message>
<source>Tick roughness, wetness or another value first.</source>
<translation>Erst Rauheit, Nässe oder einen anderen Wert anhaken.</translation>
</message>
<message>
<source>Tiles</source>
<translation>Kacheln</translation>
</message>
<message>
<source>Tilt</source>
<translation>Neigung</translation>
</message>
<message>
<source>Tilt in degrees, from below to above</source>
<translation>Neigung in Grad, von unten nach oben</translation>
</message>
<message>
<source>Tilt the sole inward</source>
<translation>Die Sohle nach innen kippen</translation>
</message>
<message>
<source>Times</source>
<translation>Anzahl</translation>
</message>
<message>
<source>Tint</source>
<translation>Tönen</translation>
</message>
<message>
<source>Tip breadth</source>
<translation>Breite der Spitze</translation>
</message>
<message>
<source>Tip projection</source>
<translation>Vorsprung der Spitze</translation>
</message>
<message>
<source>Tip turned up</source>
<translation>Spitze aufwärts</translation>
</message>
<message>
<source>Tissue-depth pegs</source>
<translation>Gewebetiefenstifte</translation>
</message>
<message>
<source>To pigments</source>
<translation>Zu Pigmenten</translation>
</message>
<message>
<source>To the landmark</source>
<translation>Messpunkt</translation>
</message>
<message>
<source>To the left</source>
<translation>Nach links</translation>
</message>
<message>
<source>To the sitter</source>
<translation>Zum Modell</translation>
</message>
<message>
<source>Tone</source>
<translation>Ton</translation>
</message>
<message>
<source>Tones go from {0:g} to {1:g} degrees (typology angle).</source>
<translation>Töne gehen von {0:g} bis {1:g} Grad (Typologiewinkel).</translation>
</message>
<message>
<source>Tongue up</source>
<translation>Zunge hoch</translation>
</message>
<message>
<source>Too few landmarks are known of both clay and sitter. Mark more pairs, and solve again.</source>
<translation>Zu wenige Messpunkte sind von Ton und Modell bekannt. Mehr Paare markieren und neu lösen.</translation>
</message>
<message>
<source>Too few points stand fast to bend the clay between them. Choose fewer landmarks.</source>
<translation>Zu wenige Punkte stehen fest, um den Ton dazwischen zu biegen. Weniger Messpunkte wählen.</translation>
</message>
<message>
<source>Tool in hand onto key {0}</source>
<translation>Werkzeug in der Hand auf Taste {0}</translation>
</message>
<message>
<source>Tool strip</source>
<translation>Werkzeugstreifen</translation>
</message>
<message>
<source>Tools</source>
<translation>Werkzeuge</translation>
</message>
<message>
<source>Tools can work on it from then on; its measures are gone, undo gives them back</source>
<translation>Von da an können Werkzeuge daran arbeiten; seine Maße sind weg, Rückgängig gibt sie zurück</translation>
</message>
<message>
<source>Tools of colour work on the mask: light colours show the layer, dark ones hide it</source>
<translation>Farbwerkzeuge arbeiten an der Maske: Helle Farben zeigen die Schicht, dunkle verbergen sie</translation>
</message>
<message>
<source>Tools work through it</source>
<translation>Werkzeuge arbeiten hindurch</translation>
</message>
<message>
<source>Tour</source>
<translation>Rundgang</translation>
</message>
<message>
<source>Tour in eight steps</source>
<translation>Rundgang in acht Schritten</translation>
</message>
<message>
<source>Towards state</source>
<translation>Zum Zustand</translation>
</message>
<message>
<source>Towards the sitter</source>
<translation>Zum Modell hin</translation>
</message>
<message>
<source>Trough</source>
<translation>Tal</translation>
</message>
<message>
<source>Tube</source>
<translation>Rohr</translation>
</message>
<message>
<source>Turn</source>
<translation>Dreh.</translation>
</message>
<message>
<source>Turn a ball about the one above it; lengths stay, what hangs on it comes along</source>
<translation>Eine Kugel um die über ihr drehen; Längen bleiben, was an ihr hängt, kommt mit</translation>
</message>
<message>
<source>Turn a part</source>
<translation>Einen Teil drehen</translation>
</message>
<message>
<source>Turn a part in the view</source>
<translation>Einen Teil in der Ansicht drehen</translation>
</message>
<message>
<source>Turn a part: {0}</source>
<translation>Einen Teil drehen: {0}</translation>
</message>
<message>
<source>Turn and scale about the middle of what is chosen</source>
<translation>Um die Mitte des Gewählten drehen und vergrößern</translation>
</message>
<message>
<source>Turn by</source>
<translation>Drehung</translation>
</message>
<message>
<source>Turn every joint back</source>
<translation>Jedes Gelenk zurückdrehen</translation>
</message>
<message>
<source>Turn joints</source>
<translation>Gelenke drehen</translation>
</message>
<message>
<source>Turn joints on the clay</source>
<translation>Gelenke drehen</translation>
</message>
<message>
<source>Turn left by 90°</source>
<translation>Um 90° nach links drehen</translation>
</message>
<message>
<source>Turn of the tip</source>
<translation>Drehung der Spitze</translation>
</message>
<message>
<source>Turn outward</source>
<translation>Nach außen drehen</translation>
</message>
<message>
<source>Turn right by 90°</source>
<translation>Um 90° nach rechts drehen</translation>
</message>
<message>
<source>Turn the palm forward</source>
<translation>Die Handfläche nach vorn drehen</translation>
</message>
<message>
<source>Turn the photo</source>
<translation>Das Foto drehen</translation>
</message>
<message>
<source>Turn the piece upright and make it as large as life, so that measures in mm hold</source>
<translation>Das Stück aufrichten und lebensgroß machen, damit Maße in mm gelten</translation>
</message>
<message>
<source>Turn the pieces by so many degrees about the pivot</source>
<translation>Die Stücke um so viele Grad um den Drehpunkt drehen</translation>
</message>
<message>
<source>Turn the stencil</source>
<translation>Die Schablone drehen</translation>
</message>
<message>
<source>Turn this joint back</source>
<translation>Dieses Gelenk zurückdrehen</translation>
</message>
<message>
<source>Turn to the left</source>
<translation>Nach links drehen</translation>
</message>
<message>
<source>Turn to the view of a design sheet first.</source>
<translation>Sich erst zur Ansicht eines Entwurfsblatts drehen.</translation>
</message>
<message>
<source>Turn, crop and light the photo for looking</source>
<translation>Das Foto zum Ansehen drehen, zuschneiden und aufhellen</translation>
</message>
<message>
<source>Turn, in degrees about the axis of the world</source>
<translation>Drehen, in Grad um die Achse der Welt</translation>
</message>
<message>
<source>Turned otherwise at every dab</source>
<translation>Bei jedem Tupfer anders gedreht</translation>
</message>
<message>
<source>Turned parts {0}</source>
<translation>Gedrehte Teile {0}</translation>
</message>
<message>
<source>Turns the clay about the place where you take hold: drag right or left; Ctrl turns the other way.</source>
<translation>Dreht den Ton um die Stelle, wo Sie anfassen: nach rechts oder links ziehen; Strg dreht andersherum.</translation>
</message>
<message>
<source>Twin</source>
<translation>Zwilling</translation>
</message>
<message>
<source>Twin of {0}</source>
<translation>Zwilling von {0}</translation>
</message>
<message>
<source>Twin on the other side, live</source>
<translation>Zwilling auf der anderen Seite, lebend</translation>
</message>
<message>
<source>Twins and copies of a ring become pieces of their own; without it they stay linked</source>
<translation>Zwillinge und Kopien eines Kranzes werden eigene Stücke; ohne dies bleiben sie verbunden</translation>
</message>
<message>
<source>Twist</source>
<translation>Verdrehen</translation>
</message>
<message>
<source>Two eyes are needed to set how far their pupils are apart.</source>
<translation>Um den Pupillenabstand zu stellen, sind zwei Augen nötig.</translation>
</message>
<message>
<source>Two eyes, looking straight ahead. 'Seat the eyes' makes sockets for them.</source>
<translation>Zwei Augen, die geradeaus schauen. „Augen einsetzen“ macht ihnen Höhlen.</translation>
</message>
<message>
<source>Two lamps</source>
<translation>Zwei Lampen</translation>
</message>
<message>
<source>Two lamps from behind draw the outline, a faint one fills the front</source>
<translation>Zwei Lampen von hinten zeichnen den Umriss, eine schwache füllt die Vorderseite</translation>
</message>
<message>
<source>Two marks</source>
<translation>Zwei Marken</translation>
</message>
<message>
<source>Two points of a curve lie over each other.</source>
<translation>Zwei Punkte einer Kurve liegen übereinander.</translation>
</message>
<message>
<source>Two radii, on request a hole, rounded rims</source>
<translation>Zwei Radien, auf Wunsch ein Loch, gerundete Ränder</translation>
</message>
<message>
<source>Two rows of teeth, gums and a tongue behind the lips; the inside of the mouth is laid out round them</source>
<translation>Zwei Reihen Zähne, Zahnfleisch und eine Zunge hinter den Lippen; das Innere des Mundes wird um sie gelegt</translation>
</message>
<message>
<source>Typology angle of the brow: 55 light, 28 medium, 10 tan, -30 dark</source>
<translation>Typologiewinkel der Stirn: 55 hell, 28 mittel, 10 gebräunt, -30 dunkel</translation>
</message>
<message>
<source>Under the chin</source>
<translation>Unter dem Kinn</translation>
</message>
<message>
<source>Under the eyes</source>
<translation>Unter den Augen</translation>
</message>
<message>
<source>Under the nose</source>
<translation>Unter der Nase</translation>
</message>
<message>
<source>Under the skin</source>
<translation>Unter der Haut</translation>
</message>
<message>
<source>Undo</source>
<translation>Rückgängig</translation>
</message>
<message>
<source>Undo in memory</source>
<translation>Rückgängig im Speicher</translation>
</message>
<message>
<source>Undo the warp, the angle and the place</source>
<translation>Verbiegung, Winkel und Ort zurücknehmen</translation>
</message>
<message>
<source>Undone: {0}.</source>
<translation>Zurückgenommen: {0}.</translation>
</message>
<message>
<source>Unevenness</source>
<translation>Ungleichheit</translation>
</message>
<message>
<source>Unit of the model</source>
<translation>Einheit des Modells</translation>
</message>
<message>
<source>Unmark {0}</source>
<translation>Marke {0} wegnehmen</translation>
</message>
<message>
<source>Unsaved changes</source>
<translation>Ungesicherte Änderungen</translation>
</message>
<message>
<source>Untitled portrait</source>
<translation>Unbenanntes Porträt</translation>
</message>
<message>
<source>Up</source>
<translation>Auf</translation>
</message>
<message>
<source>Up is up</source>
<translation>Oben ist oben</translation>
</message>
<message>
<source>Upper canine</source>
<translation>Oberer Eckzahn</translation>
</message>
<message>
<source>Upper cheek</source>
<translation>Obere Wange</translation>
</message>
<message>
<source>Upper forward</source>
<translation>Oben vor</translation>
</message>
<message>
<source>Upper fullness</source>
<translation>Fülle oben</translation>
</message>
<message>
<source>Upper lip</source>
<translation>Oberlippe</translation>
</message>
<message>
<source>Upper red</source>
<translation>Rot oben</translation>
</message>
<message>
<source>Upper rolled</source>
<translation>Oben gerollt</translation>
</message>
<message>
<source>Upper second molar</source>
<translation>Oberer zweiter Backenzahn</translation>
</message>
<message>
<source>Upright</source>
<translation>Aufrecht</translation>
</message>
<message>
<source>Upright creases of the red of the lips.</source>
<translation>Aufrechte Fältchen des Lippenrots.</translation>
</message>
<message>
<source>Upright from ear to ear, through the middle of the piece</source>
<translation>Aufrecht von Ohr zu Ohr, durch die Mitte des Stücks</translation>
</message>
<message>
<source>Upright, from ear to ear</source>
<translation>Aufrecht, von Ohr zu Ohr</translation>
</message>
<message>
<source>Upright, through the middle of the piece</source>
<translation>Aufrecht, durch die Mitte des Stücks</translation>
</message>
<message>
<source>Use this distance; solve again afterwards</source>
<translation>Diesen Abstand benutzen; danach neu lösen</translation>
</message>
<message>
<source>Variant</source>
<translation>Variante</translation>
</message>
<message>
<source>Veins</source>
<translation>Adern</translation>
</message>
<message>
<source>Version and licences.</source>
<translation>Version und Lizenzen.</translation>
</message>
<message>
<source>Vertices nearer to each other than this become one</source>
<translation>Punkte, die einander näher sind, werden einer</translation>
</message>
<message>
<source>Vessels, shadows under the eyes, age spots, grey brows</source>
<translation>Gefäße, Schatten unter den Augen, Altersflecken, graue Brauen</translation>
</message>
<message>
<source>View</source>
<translation>Ansicht</translation>
</message>
<message>
<source>View all</source>
<translation>Alles zeigen</translation>
</message>
<message>
<source>View of the sheet</source>
<translation>Ansicht des Blatts</translation>
</message>
<message>
<source>View selected</source>
<translation>Gewähltes zeigen</translation>
</message>
<message>
<source>Waist</source>
<translation>Taille</translation>
</message>
<message>
<source>Warp it</source>
<translation>Verbiegen</translation>
</message>
<message>
<source>Warp the stencil</source>
<translation>Die Schablone verbiegen</translation>
</message>
<message>
<source>Wash</source>
<translation>Lasur</translation>
</message>
<message>
<source>Wax</source>
<translation>Wachs</translation>
</message>
<message>
<source>Ways to begin, and the portraits that you worked on last.</source>
<translation>Wege zu beginnen und die Porträts, an denen Sie zuletzt gearbeitet haben.</translation>
</message>
<message>
<source>Weighing the layer …</source>
<translation>Die Schicht wird gewichtet …</translation>
</message>
<message>
<source>Weight on one leg</source>
<translation>Gewicht auf einem Bein</translation>
</message>
<message>
<source>Weld</source>
<translation>Schweißen</translation>
</message>
<message>
<source>Weld, drop empty and doubled faces and specks, cut tangles free, turn faces alike, close holes; says what it did</source>
<translation>Verschweißt, lässt leere und doppelte Flächen und Krümel weg, schneidet Verschlungenes frei, richtet Flächen gleich, schließt Löcher; sagt, was es tat</translation>
</message>
<message>
<source>Wet gleam</source>
<translation>Nasser Glanz</translation>
</message>
<message>
<source>Wetness</source>
<translation>Nässe</translation>
</message>
<message>
<source>What closes a hole goes on with the form round it</source>
<translation>Was ein Loch schließt, geht mit der Form ringsum weiter</translation>
</message>
<message>
<source>What closes a hole lies straight across it</source>
<translation>Was ein Loch schließt, liegt gerade darüber</translation>
</message>
<message>
<source>What everything does, and its keys.</source>
<translation>Was alles tut, und seine Tasten.</translation>
</message>
<message>
<source>What faces away from the tool stays</source>
<translation>Was vom Werkzeug abgewandt ist, bleibt</translation>
</message>
<message>
<source>What faces you in the present view, within 50 degrees</source>
<translation>Was Ihnen in der jetzigen Ansicht zugewandt ist, auf 50 Grad</translation>
</message>
<message>
<source>What has nearly the colour of the paint tool</source>
<translation>Was nahezu die Farbe des Malwerkzeugs hat</translation>
</message>
<message>
<source>What has the colour in hand becomes grey: take that from a white card in a photo first</source>
<translation>Was die Farbe in der Hand hat, wird grau: diese erst von einer weißen Karte in einem Foto nehmen</translation>
</message>
<message>
<source>What is alike</source>
<translation>Was gleich ist</translation>
</message>
<message>
<source>What is changed of one eye is changed of the other; without it, of the chosen eye only</source>
<translation>Was an einem Auge geändert wird, wird am anderen geändert; ohne dies nur am gewählten</translation>
</message>
<message>
<source>What is cut off becomes a piece of its own</source>
<translation>Was abgeschnitten wird, wird ein eigenes Stück</translation>
</message>
<message>
<source>What is cut off is gone; undo brings it back</source>
<translation>Was abgeschnitten wird, ist weg; Rückgängig bringt es zurück</translation>
</message>
<message>
<source>What is masked becomes a piece of its own, closed as chosen below</source>
<translation>Was maskiert ist, wird ein eigenes Stück, geschlossen, wie unten gewählt</translation>
</message>
<message>
<source>What is masked stays, the rest turns</source>
<translation>Was maskiert ist, bleibt, der Rest dreht sich</translation>
</message>
<message>
<source>What is masked turns, the rest stays</source>
<translation>Was maskiert ist, dreht sich, der Rest bleibt</translation>
</message>
<message>
<source>What is split off, and what is left, is closed straight across</source>
<translation>Was abgespalten wird und was übrig ist, wird gerade geschlossen</translation>
</message>
<message>
<source>What is to become grey has to be a colour that is not nearly black.</source>
<translation>Was grau werden soll, muss eine Farbe sein, die nicht fast schwarz ist.</translation>
</message>
<message>
<source>What is turned away from the skin under the tool by more than this stays as it is: the back of an ear</source>
<translation>Was von der Haut unter dem Werkzeug um mehr abgewandt ist, bleibt, wie es ist: die Rückseite eines Ohrs</translation>
</message>
<message>
<source>What is written, or what a picture that is taken becomes on the layer in hand</source>
<translation>Was geschrieben wird, oder was ein genommenes Bild auf der Schicht in der Hand wird</translation>
</message>
<message>
<source>What it should be: a ratio such as 1 or 1.5, mm or degrees; may stay empty</source>
<translation>Was es sein soll: ein Verhältnis wie 1 oder 1,5, mm oder Grad; darf leer bleiben</translation>
</message>
<message>
<source>What lies within a drawn outline goes</source>
<translation>Was in einem gezeichneten Umriss liegt, fällt weg</translation>
</message>
<message>
<source>What lies within a rectangle goes</source>
<translation>Was in einem Rechteck liegt, fällt weg</translation>
</message>
<message>
<source>What looks right from the front is wrong from the side. Drag the dial, or the grey beside the clay; the small views below show every side.</source>
<translation>Was von vorn richtig aussieht, ist von der Seite falsch. Die Drehscheibe ziehen oder das Grau neben dem Ton; die kleinen Ansichten unten zeigen jede Seite.</translation>
</message>
<message>
<source>What looks towards you now</source>
<translation>Was jetzt zu Ihnen schaut</translation>
</message>
<message>
<source>What of the form or the colour decides where the layer shows</source>
<translation>Was von Form oder Farbe entscheidet, wo die Schicht sich zeigt</translation>
</message>
<message>
<source>What shows of the layer becomes part of the form itself</source>
<translation>Was von der Schicht zu sehen ist, wird Teil der Form selbst</translation>
</message>
<message>
<source>What the last strokes did becomes a layer of its own: so many as stand below</source>
<translation>Was die letzten Striche taten, wird eine eigene Schicht: so viele, wie unten steht</translation>
</message>
<message>
<source>What this panel does and how it is used</source>
<translation>Was diese Tafel tut und wie man sie benutzt</translation>
</message>
<message>
<source>What was found</source>
<translation>Was gefunden wurde</translation>
</message>
<message>
<source>What was under way could not be taken back.</source>
<translation>Was im Gang war, konnte nicht zurückgenommen werden.</translation>
</message>
<message>
<source>What will you work on?</source>
<translation>Woran wollen Sie arbeiten?</translation>
</message>
<message>
<source>What you chose last will stand here.</source>
<translation>Was Sie zuletzt wählten, wird hier stehen.</translation>
</message>
<message>
<source>Whatever is masked</source>
<translation>Was auch maskiert ist</translation>
</message>
<message>
<source>When a stroke ends, edges under it are halved or drawn together to the length below; the rest stays as it is</source>
<translation>Endet ein Strich, werden Kanten unter ihm auf die Länge unten geteilt oder zusammengezogen; der Rest bleibt</translation>
</message>
<message>
<source>When the clay is drawn roughly while view or clay move</source>
<translation>Wann der Ton grob gezeichnet wird, während Ansicht oder Ton sich bewegen</translation>
</message>
<message>
<source>Where free</source>
<translation>Wo frei</translation>
</message>
<message>
<source>Where masked</source>
<translation>Wo maskiert</translation>
</message>
<message>
<source>Where nearly the colour in hand is seen (CIEDE2000)</source>
<translation>Wo nahezu die Farbe in der Hand zu sehen ist (CIEDE2000)</translation>
</message>
<message>
<source>Where painted</source>
<translation>Wo gemalt</translation>
</message>
<message>
<source>Where the outer rim is cannot be told: put the landmark 'outer corner of the eye' first.</source>
<translation>Wo der äußere Rand ist, lässt sich nicht sagen: erst den Messpunkt „äußerer Augenwinkel“ setzen.</translation>
</message>
<message>
<source>Where the pivot is; type another place to move the pieces there</source>
<translation>Wo der Drehpunkt ist; einen anderen Ort eingeben, um die Stücke dorthin zu bewegen</translation>
</message>
<message>
<source>Which channel's curve the three dials below bend</source>
<translation>Welches Kanals Kurve die drei Regler unten biegen</translation>
</message>
<message>
<source>Which of the keys 1 to 9 takes this tool; Ctrl with a number does the same</source>
<translation>Welche der Tasten 1 bis 9 dieses Werkzeug nimmt; Strg mit einer Ziffer tut dasselbe</translation>
</message>
<message>
<source>While moving</source>
<translation>In Bewegung</translation>
</message>
<message>
<source>White above</source>
<translation>Weiß darüber</translation>
</message>
<message>
<source>White above the iris as it looks now; less than 0 is covered</source>
<translation>Weiß über der Iris, wie sie jetzt schaut; unter 0 ist sie bedeckt</translation>
</message>
<message>
<source>White balance for looking only</source>
<translation>Weißabgleich nur zum Ansehen</translation>
</message>
<message>
<source>White below</source>
<translation>Weiß darunter</translation>
</message>
<message>
<source>White below the iris as it looks now; less than 0 is covered</source>
<translation>Weiß unter der Iris, wie sie jetzt schaut; unter 0 ist sie bedeckt</translation>
</message>
<message>
<source>White of the picture is raised by this</source>
<translation>Weiß des Bilds wird um so viel gehoben</translation>
</message>
<message>
<source>Whose heads stand in for what the photos do not show: a child's are smaller and of another form</source>
<translation>Wessen Köpfe für das einstehen, was die Fotos nicht zeigen: Die eines Kindes sind kleiner und von anderer Form</translation>
</message>
<message>
<source>Whose published spread of heads stands in for what the photos do not show</source>
<translation>Wessen veröffentlichte Streuung der Köpfe für das einsteht, was die Fotos nicht zeigen</translation>
</message>
<message>
<source>Widen the edge of the mask</source>
<translation>Den Rand der Maske breiter machen</translation>
</message>
<message>
<source>Wider by a ring of vertices</source>
<translation>Um einen Ring von Punkten breiter</translation>
</message>
<message>
<source>Width</source>
<translation>Breite</translation>
</message>
<message>
<source>Width of the stamp {0}</source>
<translation>Breite des Stempels {0}</translation>
</message>
<message>
<source>Wing's rim up</source>
<translation>Flügelrand hoch</translation>
</message>
<message>
<source>Wings' breadth</source>
<translation>Breite der Flügel</translation>
</message>
<message>
<source>Wipe</source>
<translation>Wischen</translation>
</message>
<message>
<source>Wipe: photo on one side, clay on the other; drag the line, with Shift turn it (W)</source>
<translation>Wischen: Foto auf einer Seite, Ton auf der anderen; die Linie ziehen, mit Umschalt drehen (W)</translation>
</message>
<message>
<source>Wire cut</source>
<translation>Drahtschnitt</translation>
</message>
<message>
<source>Wires</source>
<translation>Drahtnetz</translation>
</message>
<message>
<source>With a section on, both are cut in one plane: the clay's line is gold, the other one's blue.</source>
<translation>Ist ein Schnitt an, werden beide in einer Ebene geschnitten: Die Linie des Tons ist golden, die andere blau.</translation>
</message>
<message>
<source>With the sitter's asymmetry</source>
<translation>Mit der Asymmetrie des Modells</translation>
</message>
<message>
<source>With the stroke</source>
<translation>Mit dem Strich</translation>
</message>
<message>
<source>With these dials there is nothing of '{0}'.</source>
<translation>Mit diesen Reglern gibt es nichts von „{0}“.</translation>
</message>
<message>
<source>With these legs, a stature of {0:.0f} mm needs too {1} a trunk. Change the stature, thigh or lower leg.</source>
<translation>Mit diesen Beinen braucht eine Körpergröße von {0:.0f} mm einen zu {1} Rumpf. Körpergröße, Ober- oder Unterschenkel ändern.</translation>
</message>
<message>
<source>Within</source>
<translation>Innerhalb</translation>
</message>
<message>
<source>Without</source>
<translation>Ohne</translation>
</message>
<message>
<source>Without colour layers a piece has one colour at each vertex. With them its colour is finer than its net, and paint lies in layers over it.</source>
<translation>Ohne Farbschichten hat ein Stück eine Farbe an jedem Punkt. Mit ihnen ist seine Farbe feiner als sein Netz, und Farbe liegt in Schichten darüber.</translation>
</message>
<message>
<source>Woman</source>
<translation>Frau</translation>
</message>
<message>
<source>Work on both sides of the face at once, or on one.</source>
<translation>An beiden Seiten des Gesichts zugleich arbeiten oder an einer.</translation>
</message>
<message>
<source>Work out all standpoints and the sitter's landmarks from all photos together.</source>
<translation>Alle Standpunkte und die Messpunkte des Modells aus allen Fotos zusammen ausrechnen.</translation>
</message>
<message>
<source>Work out all standpoints and the sitter's landmarks in mm, from all photos together (Ctrl+Return)</source>
<translation>Alle Standpunkte und die Messpunkte des Modells in mm aus allen Fotos zusammen ausrechnen (Strg+Eingabe)</translation>
</message>
<message>
<source>Work out from all marked photos where each was taken from, and the sitter in mm (Return)</source>
<translation>Aus allen markierten Fotos ausrechnen, von wo jedes aufgenommen wurde, und das Modell in mm (Eingabe)</translation>
</message>
<message>
<source>Worked on last</source>
<translation>Zuletzt bearbeitet</translation>
</message>
<message>
<source>Working on the clay</source>
<translation>Am Ton arbeiten</translation>
</message>
<message>
<source>Working on the pieces …</source>
<translation>An den Stücken wird gearbeitet …</translation>
</message>
<message>
<source>Works on</source>
<translation>Wirkt auf</translation>
</message>
<message>
<source>Write PLY, OBJ, STL or GLB.</source>
<translation>PLY, OBJ, STL oder GLB schreiben.</translation>
</message>
<message>
<source>Write a copy without photos, marks, measures and notes of the sitter, to give to others.</source>
<translation>Eine Kopie ohne Fotos, Marken, Maße und Notizen des Modells schreiben, um sie anderen zu geben.</translation>
</message>
<message>
<source>Write a map</source>
<translation>Eine Karte schreiben</translation>
</message>
<message>
<source>Write all keys to a file, as JSON or as a page to print</source>
<translation>Alle Tasten in eine Datei schreiben, als JSON oder als Seite zum Drucken</translation>
</message>
<message>
<source>Write layers</source>
<translation>Schichten schreiben</translation>
</message>
<message>
<source>Write layers …</source>
<translation>Schichten schreiben</translation>
</message>
<message>
<source>Write map …</source>
<translation>Karte schreiben</translation>
</message>
<message>
<source>Write marks</source>
<translation>Marken schreiben</translation>
</message>
<message>
<source>Write marks…</source>
<translation>Marken schreiben…</translation>
</message>
<message>
<source>Write the landmarks on photos as CSV or JSON.</source>
<translation>Die Messpunkte auf Fotos als CSV oder JSON schreiben.</translation>
</message>
<message>
<source>Writing the layers …</source>
<translation>Die Schichten werden geschrieben …</translation>
</message>
<message>
<source>Writing the map …</source>
<translation>Die Karte wird geschrieben …</translation>
</message>
<message>
<source>Writing {0}</source>
<translation>{0} wird geschrieben</translation>
</message>
<message>
<source>Wrote a sheet of {0} pages to {1}.</source>
<translation>Ein Blatt von {0} Seiten nach {1} geschrieben.</translation>
</message>
<message>
<source>Wrote all numbers to {0}.</source>
<translation>Alle Zahlen nach {0} geschrieben.</translation>
</message>
<message>
<source>Wrote {0} marks to {1}.</source>
<translation>{0} Marken nach {1} geschrieben.</translation>
</message>
<message>
<source>Wrote {0} without photos, marks and measures of the sitter.</source>
<translation>{0} ohne Fotos, Marken und Maße des Modells geschrieben.</translation>
</message>
<message>
<source>Wrote {0}.</source>
<translation>{0} geschrieben.</translation>
</message>
<message>
<source>Years unknown</source>
<translation>Jahre unbekannt</translation>
</message>
<message>
<source>Yellow</source>
<translation>Gelb</translation>
</message>
<message>
<source>Yellowing</source>
<translation>Vergilbung</translation>
</message>
<message>
<source>Yellows, as a brow or a bruise that fades</source>
<translation>Gilbt, wie eine Stirn oder ein vergehender Bluterguss</translation>
</message>
<message>
<source>Yes</source>
<translation>Ja</translation>
</message>
<message>
<source>Yewfinch comparison sheet</source>
<translation>Vergleichsblatt aus Yewfinch</translation>
</message>
<message>
<source>Yewfinch ended without saving '{0}'. Take the work up again?</source>
<translation>Yewfinch endete, ohne „{0}“ zu sichern. Die Arbeit wieder aufnehmen?</translation>
</message>
<message>
<source>Yewfinch made an error. It is not your doing.</source>
<translation>Yewfinch hat einen Fehler gemacht. Es liegt nicht an Ihnen.</translation>
</message>
<message>
<source>Yewfinch made {0} errors. It is not your doing.</source>
<translation>Yewfinch hat {0} Fehler gemacht. Es liegt nicht an Ihnen.</translation>
</message>
<message>
<source>Yewfinch met an unexpected error.</source>
<translation>Yewfinch traf auf einen unerwarteten Fehler.</translation>
</message>
<message>
<source>Yewfinch: second view</source>
<translation>Yewfinch: zweite Ansicht</translation>
</message>
<message>
<source>Yewfinch: the sitter</source>
<translation>Yewfinch: das Modell</translation>
</message>
<message>
<source>Your work was written to a recovery file at {0}: it is offered at the next start, whatever happens.</source>
<translation>Ihre Arbeit wurde in eine Sicherungsdatei bei {0} geschrieben: Sie wird beim nächsten Start angeboten, was auch geschieht.</translation>
</message>
<message>
<source>a child</source>
<translation>ein Kind</translation>
</message>
<message>
<source>a distance</source>
<translation>ein Abstand</translation>
</message>
<message>
<source>a drawing on '{0}' has no points, or too many</source>
<translation>eine Zeichnung auf „{0}“ hat keine Punkte oder zu viele</translation>
</message>
<message>
<source>a face names a vertex that is not there</source>
<translation>eine Fläche nennt einen Punkt, den es nicht gibt</translation>
</message>
<message>
<source>a face names vertex {0}, but there are only {1}</source>
<translation>eine Fläche nennt Punkt {0}, aber es gibt nur {1}</translation>
</message>
<message>
<source>a first look at all photos together</source>
<translation>ein erster Blick auf alle Fotos zusammen</translation>
</message>
<message>
<source>a follower of another piece</source>
<translation>folgt einem anderen Stück</translation>
</message>
<message>
<source>a known distance</source>
<translation>ein bekannter Abstand</translation>
</message>
<message>
<source>a list</source>
<translation>eine Liste</translation>
</message>
<message>
<source>a mask hides a part of it.</source>
<translation>eine Maske verbirgt einen Teil davon.</translation>
</message>
<message>
<source>a number</source>
<translation>eine Zahl</translation>
</message>
<message>
<source>a portrait is on the bench</source>
<translation>ein Porträt ist auf der Werkbank</translation>
</message>
<message>
<source>a record</source>
<translation>ein Datensatz</translation>
</message>
<message>
<source>a solid</source>
<translation>ein Grundkörper</translation>
</message>
<message>
<source>a text</source>
<translation>ein Text</translation>
</message>
<message>
<source>a whole number</source>
<translation>eine ganze Zahl</translation>
</message>
<message>
<source>above</source>
<translation>über</translation>
</message>
<message>
<source>acromion_l</source>
<translation>Schulterpunkt L</translation>
</message>
<message>
<source>acromion_r</source>
<translation>Schulterpunkt R</translation>
</message>
<message>
<source>across</source>
<translation>quer</translation>
</message>
<message>
<source>action</source>
<translation>Aktion</translation>
</message>
<message>
<source>actions and their keys</source>
<translation>Aktionen und ihre Tasten</translation>
</message>
<message>
<source>adaptive detail</source>
<translation>angepasste Feinheit</translation>
</message>
<message>
<source>add</source>
<translation>hinzufügen</translation>
</message>
<message>
<source>add a known distance</source>
<translation>einen bekannten Abstand hinzufügen</translation>
</message>
<message>
<source>add photos</source>
<translation>Fotos hinzufügen</translation>
</message>
<message>
<source>adding levels</source>
<translation>Stufen werden hinzugefügt</translation>
</message>
<message>
<source>aesthetic range 115 to 130 degrees, Powell &amp; Humphreys 1984</source>
<translation>ästhetischer Bereich 115 bis 130 Grad, Powell &amp; Humphreys 1984</translation>
</message>
<message>
<source>age</source>
<translation>Alter</translation>
</message>
<message>
<source>age of the sitter</source>
<translation>Alter des Modells</translation>
</message>
<message>
<source>alar curvature</source>
<translation>Flügelkrümmung</translation>
</message>
<message>
<source>all</source>
<translation>alle</translation>
</message>
<message>
<source>all beyond doubt</source>
<translation>alle zweifelsfreien</translation>
</message>
<message>
<source>all, blended by facing</source>
<translation>alle, nach Zuwendung gemischt</translation>
</message>
<message>
<source>always</source>
<translation>immer</translation>
</message>
<message>
<source>always rough</source>
<translation>immer grob</translation>
</message>
<message>
<source>an adult</source>
<translation>erwachsen</translation>
</message>
<message>
<source>an angle</source>
<translation>ein Winkel</translation>
</message>
<message>
<source>an edge has more than two faces</source>
<translation>eine Kante hat mehr als zwei Flächen</translation>
</message>
<message>
<source>an old person</source>
<translation>ein alter Mensch</translation>
</message>
<message>
<source>an untitled portrait</source>
<translation>ein unbenanntes Porträt</translation>
</message>
<message>
<source>angles</source>
<translation>Winkel</translation>
</message>
<message>
<source>another grain for the colour layers</source>
<translation>ein anderes Korn für die Farbschichten</translation>
</message>
<message>
<source>another pattern</source>
<translation>anderes Muster</translation>
</message>
<message>
<source>arched</source>
<translation>gebogen</translation>
</message>
<message>
<source>arm</source>
<translation>Arm</translation>
</message>
<message>
<source>arrows on the clay</source>
<translation>Pfeile auf dem Ton</translation>
</message>
<message>
<source>as it came</source>
<translation>wie geliefert</translation>
</message>
<message>
<source>as the file says</source>
<translation>wie die Datei sagt</translation>
</message>
<message>
<source>as the machine allows</source>
<translation>wie die Maschine erlaubt</translation>
</message>
<message>
<source>as the sitter is</source>
<translation>wie das Modell ist</translation>
</message>
<message>
<source>as you chose</source>
<translation>wie Sie wählten</translation>
</message>
<message>
<source>asked for {0:g}</source>
<translation>verlangt {0:g}</translation>
</message>
<message>
<source>asymmetric</source>
<translation>asymmetrisch</translation>
</message>
<message>
<source>asymmetry</source>
<translation>Asymmetrie</translation>
</message>
<message>
<source>asymmetry of clay and sitter</source>
<translation>Asymmetrie von Ton und Modell</translation>
</message>
<message>
<source>at</source>
<translation>bei</translation>
</message>
<message>
<source>at most {0:.2f} mm apart, {1:.3f} mm in the mean</source>
<translation>höchstens {0:.2f} mm auseinander, {1:.3f} mm im Mittel</translation>
</message>
<message>
<source>at most {0:.2f} mm from what it was made of, {1:.3f} mm in the mean</source>
<translation>höchstens {0:.2f} mm von dem, woraus es gemacht wurde, {1:.3f} mm im Mittel</translation>
</message>
<message>
<source>at x {0:.0f}, y {1:.0f}, z {2:.0f} mm</source>
<translation>bei x {0:.0f}, y {1:.0f}, z {2:.0f} mm</translation>
</message>
<message>
<source>axis from ear to ear</source>
<translation>Achse von Ohr zu Ohr</translation>
</message>
<message>
<source>axis of the ring</source>
<translation>Achse des Kranzes</translation>
</message>
<message>
<source>axis of the sectors</source>
<translation>Achse der Sektoren</translation>
</message>
<message>
<source>axis to the front</source>
<translation>Achse nach vorn</translation>
</message>
<message>
<source>axis upright</source>
<translation>Achse aufrecht</translation>
</message>
<message>
<source>back</source>
<translation>hinten</translation>
</message>
<message>
<source>back of the ear</source>
<translation>Hinterrand des Ohrs</translation>
</message>
<message>
<source>back of the ear L</source>
<translation>Hinterrand des Ohrs L</translation>
</message>
<message>
<source>back of the ear R</source>
<translation>Hinterrand des Ohrs R</translation>
</message>
<message>
<source>back of the ear, left</source>
<translation>Hinterrand des Ohrs, links</translation>
</message>
<message>
<source>back of the ear, right</source>
<translation>Hinterrand des Ohrs, rechts</translation>
</message>
<message>
<source>back of the head</source>
<translation>Hinterkopf</translation>
</message>
<message>
<source>bags</source>
<translation>Tränensäcke</translation>
</message>
<message>
<source>ball</source>
<translation>Kugel</translation>
</message>
<message>
<source>ball, poles forward</source>
<translation>Kugel, Pole vorn</translation>
</message>
<message>
<source>begin in this stage</source>
<translation>in dieser Phase beginnen</translation>
</message>
<message>
<source>below</source>
<translation>unter</translation>
</message>
<message>
<source>bending the head onto the clay</source>
<translation>der Kopf wird auf den Ton gebogen</translation>
</message>
<message>
<source>bending {0}</source>
<translation>{0} wird gebogen</translation>
</message>
<message>
<source>between the brows</source>
<translation>zwischen den Brauen</translation>
</message>
<message>
<source>between the eyes</source>
<translation>zwischen den Augen</translation>
</message>
<message>
<source>between the inner eye corners</source>
<translation>zwischen den inneren Augenwinkeln</translation>
</message>
<message>
<source>between the outer eye corners</source>
<translation>zwischen den äußeren Augenwinkeln</translation>
</message>
<message>
<source>between the pupils</source>
<translation>zwischen den Pupillen</translation>
</message>
<message>
<source>beyond doubt: chance gives so much in under 1 of 20 cases</source>
<translation>zweifelsfrei: Der Zufall gibt so viel in weniger als 1 von 20 Fällen</translation>
</message>
<message>
<source>block</source>
<translation>Block</translation>
</message>
<message>
<source>blue</source>
<translation>blau</translation>
</message>
<message>
<source>body {0}</source>
<translation>Körper {0}</translation>
</message>
<message>
<source>both halves apart</source>
<translation>beide Hälften getrennt</translation>
</message>
<message>
<source>both sides stay as pieces</source>
<translation>beide Seiten bleiben als Stücke</translation>
</message>
<message>
<source>bottom of the chin</source>
<translation>Unterseite des Kinns</translation>
</message>
<message>
<source>bottom of the notch above the breastbone</source>
<translation>Grund der Kerbe über dem Brustbein</translation>
</message>
<message>
<source>bridge hollow</source>
<translation>Sattel des Rückens</translation>
</message>
<message>
<source>bringing over</source>
<translation>wird hinübergebracht</translation>
</message>
<message>
<source>bringing photos together</source>
<translation>Fotos werden in Einklang gebracht</translation>
</message>
<message>
<source>bringing {0} over</source>
<translation>{0} wird übertragen</translation>
</message>
<message>
<source>broad</source>
<translation>breit</translation>
</message>
<message>
<source>bronze</source>
<translation>Bronze</translation>
</message>
<message>
<source>brought over to the new cast</source>
<translation>in den neuen Guss gebracht</translation>
</message>
<message>
<source>brow</source>
<translation>Braue</translation>
</message>
<message>
<source>brow - nose base - chin</source>
<translation>Braue - Nasenbasis - Kinn</translation>
</message>
<message>
<source>brown</source>
<translation>braun</translation>
</message>
<message>
<source>brows to nose base</source>
<translation>Brauen bis Nasenbasis</translation>
</message>
<message>
<source>buffer view</source>
<translation>Pufferausschnitt</translation>
</message>
<message>
<source>build up</source>
<translation>aufbauen</translation>
</message>
<message>
<source>bust</source>
<translation>Büste</translation>
</message>
<message>
<source>buttons of {0}</source>
<translation>Knöpfe von {0}</translation>
</message>
<message>
<source>by {0}</source>
<translation>nach {0}</translation>
</message>
<message>
<source>canon</source>
<translation>Kanon</translation>
</message>
<message>
<source>canons</source>
<translation>Kanons</translation>
</message>
<message>
<source>carrying colour over</source>
<translation>Farbe wird übertragen</translation>
</message>
<message>
<source>carrying colours over</source>
<translation>Farben werden übertragen</translation>
</message>
<message>
<source>carrying landmarks over</source>
<translation>Messpunkte werden übertragen</translation>
</message>
<message>
<source>carrying regions over</source>
<translation>Bereiche werden übertragen</translation>
</message>
<message>
<source>carrying the colour over</source>
<translation>die Farbe wird übertragen</translation>
</message>
<message>
<source>centre of the pupil, gaze straight ahead</source>
<translation>Mitte der Pupille, Blick geradeaus</translation>
</message>
<message>
<source>cervical point</source>
<translation>Halspunkt</translation>
</message>
<message>
<source>changed: solve again</source>
<translation>geändert: neu lösen</translation>
</message>
<message>
<source>channel of the curve</source>
<translation>Kanal der Kurve</translation>
</message>
<message>
<source>cheek l</source>
<translation>Wange L</translation>
</message>
<message>
<source>cheek r</source>
<translation>Wange R</translation>
</message>
<message>
<source>cheek, left</source>
<translation>Wange, links</translation>
</message>
<message>
<source>cheek, right</source>
<translation>Wange, rechts</translation>
</message>
<message>
<source>cheekbone, left</source>
<translation>Wangenbein, links</translation>
</message>
<message>
<source>cheekbone, right</source>
<translation>Wangenbein, rechts</translation>
</message>
<message>
<source>cheeks</source>
<translation>Wangen</translation>
</message>
<message>
<source>child</source>
<translation>Kind</translation>
</message>
<message>
<source>child, 8</source>
<translation>Kind, 8</translation>
</message>
<message>
<source>chin</source>
<translation>Kinn</translation>
</message>
<message>
<source>chin fold</source>
<translation>Kinnfalte</translation>
</message>
<message>
<source>chin height</source>
<translation>Kinnhöhe</translation>
</message>
<message>
<source>chin to neck</source>
<translation>Kinn zum Hals</translation>
</message>
<message>
<source>chin to pit of the neck / head height</source>
<translation>Kinn bis Drosselgrube / Kopfhöhe</translation>
</message>
<message>
<source>chin-neck corner to the pit of the neck</source>
<translation>Kinn-Hals-Winkel bis Drosselgrube</translation>
</message>
<message>
<source>choose a landmark</source>
<translation>einen Messpunkt wählen</translation>
</message>
<message>
<source>choose the small views</source>
<translation>die kleinen Ansichten wählen</translation>
</message>
<message>
<source>clay</source>
<translation>Ton</translation>
</message>
<message>
<source>clay over sitter</source>
<translation>Ton über Modell</translation>
</message>
<message>
<source>clay view</source>
<translation>Tonansicht</translation>
</message>
<message>
<source>outline of the clay</source>
<translation>Umriss des Tons</translation>
</message>
<message>
<source>close</source>
<translation>anliegend</translation>
</message>
<message>
<source>close-up</source>
<translation>Nahaufnahme</translation>
</message>
<message>
<source>closing both</source>
<translation>beide werden geschlossen</translation>
</message>
<message>
<source>closing holes</source>
<translation>Löcher werden geschlossen</translation>
</message>
<message>
<source>collapsing edges</source>
<translation>Kanten werden zusammengezogen</translation>
</message>
<message>
<source>collar</source>
<translation>Kragen</translation>
</message>
<message>
<source>colour</source>
<translation>Farbe</translation>
</message>
<message>
<source>colour as sRGB hex</source>
<translation>Farbe als sRGB-Hexzahl</translation>
</message>
<message>
<source>colour layers</source>
<translation>Farbschichten</translation>
</message>
<message>
<source>colour maps</source>
<translation>Farbkarten</translation>
</message>
<message>
<source>colour of the iris</source>
<translation>Farbe der Iris</translation>
</message>
<message>
<source>colour of the iris, {0}</source>
<translation>Farbe der Iris, {0}</translation>
</message>
<message>
<source>colour {0}</source>
<translation>Farbe {0}</translation>
</message>
<message>
<source>colour {0}, {1}, {2}</source>
<translation>Farbe {0}, {1}, {2}</translation>
</message>
<message>
<source>command</source>
<translation>Befehl</translation>
</message>
<message>
<source>common practice</source>
<translation>übliche Praxis</translation>
</message>
<message>
<source>comparing with the drawn lines</source>
<translation>wird mit den gezeichneten Linien verglichen</translation>
</message>
<message>
<source>cone</source>
<translation>Kegel</translation>
</message>
<message>
<source>connected only</source>
<translation>nur Verbundenes</translation>
</message>
<message>
<source>copies</source>
<translation>Kopien</translation>
</message>
<message>
<source>copies in the ring</source>
<translation>Kopien im Kranz</translation>
</message>
<message>
<source>corner of the mouth</source>
<translation>Mundwinkel</translation>
</message>
<message>
<source>course of the likeness</source>
<translation>Verlauf der Ähnlichkeit</translation>
</message>
<message>
<source>cranium</source>
<translation>Schädel</translation>
</message>
<message>
<source>crista philtri</source>
<translation>crista philtri</translation>
</message>
<message>
<source>crown to the root of the nose</source>
<translation>Scheitel bis Nasenwurzel</translation>
</message>
<message>
<source>curve of pressure</source>
<translation>Druckkurve</translation>
</message>
<message>
<source>curve of the pen</source>
<translation>Kurve des Stifts</translation>
</message>
<message>
<source>cushion</source>
<translation>Kissen</translation>
</message>
<message>
<source>cut</source>
<translation>schneiden</translation>
</message>
<message>
<source>cut free</source>
<translation>freigeschnitten</translation>
</message>
<message>
<source>cut out of a larger photo</source>
<translation>aus einem größeren Foto geschnitten</translation>
</message>
<message>
<source>cutting along the line of the mouth</source>
<translation>wird längs der Mundlinie geschnitten</translation>
</message>
<message>
<source>cylinder</source>
<translation>Zylinder</translation>
</message>
<message>
<source>dark brown</source>
<translation>dunkelbraun</translation>
</message>
<message>
<source>darken</source>
<translation>abdunkeln</translation>
</message>
<message>
<source>deep socket</source>
<translation>tiefe Höhle</translation>
</message>
<message>
<source>deepest point between lower lip and chin</source>
<translation>tiefster Punkt zwischen Unterlippe und Kinn</translation>
</message>
<message>
<source>deepest point of the nasal root in profile</source>
<translation>tiefster Punkt der Nasenwurzel im Profil</translation>
</message>
<message>
<source>degrees</source>
<translation>Grad</translation>
</message>
<message>
<source>design sheets</source>
<translation>Entwurfsblätter</translation>
</message>
<message>
<source>detail of the base head</source>
<translation>Feinheit des Grundkopfs</translation>
</message>
<message>
<source>dial {0}</source>
<translation>Regler {0}</translation>
</message>
<message>
<source>dials of {0}</source>
<translation>Regler {0}</translation>
</message>
<message>
<source>difference</source>
<translation>Differenz</translation>
</message>
<message>
<source>distance</source>
<translation>Abstand</translation>
</message>
<message>
<source>distance along the surface</source>
<translation>Abstand längs der Oberfläche</translation>
</message>
<message>
<source>distances</source>
<translation>Abstände</translation>
</message>
<message>
<source>domed</source>
<translation>gewölbt</translation>
</message>
<message>
<source>doubled face</source>
<translation>doppelte Fläche</translation>
</message>
<message>
<source>doubtful landmarks</source>
<translation>zweifelhafte Messpunkte</translation>
</message>
<message>
<source>down</source>
<translation>ab</translation>
</message>
<message>
<source>drag: move; with Shift stick to a surface</source>
<translation>ziehen: verschieben; mit Umschalt an einer Oberfläche haften</translation>
</message>
<message>
<source>drag: scale</source>
<translation>ziehen: vergrößern</translation>
</message>
<message>
<source>draw a ball</source>
<translation>eine Kugel zeichnen</translation>
</message>
<message>
<source>drawing colour</source>
<translation>Zeichenfarbe</translation>
</message>
<message>
<source>drawing the net together</source>
<translation>das Netz wird zusammengezogen</translation>
</message>
<message>
<source>drawn in</source>
<translation>eingezogen</translation>
</message>
<message>
<source>drop photos here</source>
<translation>Fotos hier fallen lassen</translation>
</message>
<message>
<source>dropping empty and doubled faces</source>
<translation>leere und doppelte Flächen werden weggelassen</translation>
</message>
<message>
<source>ear</source>
<translation>Ohr</translation>
</message>
<message>
<source>ear canal, top</source>
<translation>Gehörgang, oben</translation>
</message>
<message>
<source>ear canal, top, left</source>
<translation>Gehörgang, oben, links</translation>
</message>
<message>
<source>ear canal, top, right</source>
<translation>Gehörgang, oben, rechts</translation>
</message>
<message>
<source>ear length</source>
<translation>Ohrlänge</translation>
</message>
<message>
<source>ear lobe</source>
<translation>Ohrläppchen</translation>
</message>
<message>
<source>ear lobe L</source>
<translation>Ohrläppchen L</translation>
</message>
<message>
<source>ear lobe R</source>
<translation>Ohrläppchen R</translation>
</message>
<message>
<source>ear lobe, left</source>
<translation>Ohrläppchen, links</translation>
</message>
<message>
<source>ear lobe, right</source>
<translation>Ohrläppchen, rechts</translation>
</message>
<message>
<source>ear notch</source>
<translation>Ohrkerbe</translation>
</message>
<message>
<source>ear notch L</source>
<translation>Ohrkerbe L</translation>
</message>
<message>
<source>ear notch R</source>
<translation>Ohrkerbe R</translation>
</message>
<message>
<source>ear notch to chin point</source>
<translation>Ohrkerbe bis Kinnspitze</translation>
</message>
<message>
<source>ear notch, left</source>
<translation>Ohrkerbe, links</translation>
</message>
<message>
<source>ear notch, right</source>
<translation>Ohrkerbe, rechts</translation>
</message>
<message>
<source>ear rim</source>
<translation>Ohrrand</translation>
</message>
<message>
<source>ear width</source>
<translation>Ohrbreite</translation>
</message>
<message>
<source>ear, left</source>
<translation>Ohr, links</translation>
</message>
<message>
<source>ear, right</source>
<translation>Ohr, rechts</translation>
</message>
<message>
<source>ears</source>
<translation>Ohren</translation>
</message>
<message>
<source>ears and neck</source>
<translation>Ohren und Hals</translation>
</message>
<message>
<source>edge of head and face against what lies behind, in this photo</source>
<translation>Rand von Kopf und Gesicht gegen das, was dahinter liegt, in diesem Foto</translation>
</message>
<message>
<source>edge of the hair over the forehead</source>
<translation>Rand des Haars über der Stirn</translation>
</message>
<message>
<source>edge of the jaw against the neck or what lies behind, from ear to chin</source>
<translation>Rand des Kiefers gegen Hals oder Hintergrund, vom Ohr zum Kinn</translation>
</message>
<message>
<source>edge of the lower lid, from the inner to the outer corner</source>
<translation>Rand des Unterlids, vom inneren zum äußeren Winkel</translation>
</message>
<message>
<source>edge of the upper lid, from the inner to the outer corner</source>
<translation>Rand des Oberlids, vom inneren zum äußeren Winkel</translation>
</message>
<message>
<source>edges</source>
<translation>Kanten</translation>
</message>
<message>
<source>empty face</source>
<translation>leere Fläche</translation>
</message>
<message>
<source>ended with {0}</source>
<translation>endete mit {0}</translation>
</message>
<message>
<source>erythema index</source>
<translation>Erythemindex</translation>
</message>
<message>
<source>even</source>
<translation>gleichmäßig</translation>
</message>
<message>
<source>even out</source>
<translation>ausgleichen</translation>
</message>
<message>
<source>evening the quads out</source>
<translation>die Vierecke werden ausgeglichen</translation>
</message>
<message>
<source>exclusion</source>
<translation>Ausschluss</translation>
</message>
<message>
<source>eye bag</source>
<translation>Tränensack</translation>
</message>
<message>
<source>eye bag l</source>
<translation>Tränensack L</translation>
</message>
<message>
<source>eye bag r</source>
<translation>Tränensack R</translation>
</message>
<message>
<source>eye bag, left</source>
<translation>Tränensack, links</translation>
</message>
<message>
<source>eye bag, right</source>
<translation>Tränensack, rechts</translation>
</message>
<message>
<source>eye bag_l</source>
<translation>Tränensack_l</translation>
</message>
<message>
<source>eye fissure length</source>
<translation>Länge der Lidspalte</translation>
</message>
<message>
<source>eye line: crown to pupil / whole head</source>
<translation>Augenlinie: Scheitel bis Pupille / ganzer Kopf</translation>
</message>
<message>
<source>eye_left</source>
<translation>linkes Auge</translation>
</message>
<message>
<source>eye_right</source>
<translation>rechtes Auge</translation>
</message>
<message>
<source>eyes</source>
<translation>Augen</translation>
</message>
<message>
<source>face</source>
<translation>Gesicht</translation>
</message>
<message>
<source>face breadth</source>
<translation>Gesichtsbreite</translation>
</message>
<message>
<source>face height</source>
<translation>Gesichtshöhe</translation>
</message>
<message>
<source>face length</source>
<translation>Gesichtslänge</translation>
</message>
<message>
<source>face outline</source>
<translation>Gesichtsumriss</translation>
</message>
<message>
<source>face {0} {1}</source>
<translation>Gesicht {0} {1}</translation>
</message>
<message>
<source>faces must have shape (m, 3) or (m, 4), got {0}</source>
<translation>Flächen müssen die Form (m, 3) oder (m, 4) haben, nicht {0}</translation>
</message>
<message>
<source>falloff {0}</source>
<translation>Abfall {0}</translation>
</message>
<message>
<source>feature to be made like the other side</source>
<translation>Gesichtsteil, der wie die andere Seite werden soll</translation>
</message>
<message>
<source>female</source>
<translation>weiblich</translation>
</message>
<message>
<source>field to try the pen</source>
<translation>Feld zum Ausprobieren des Stifts</translation>
</message>
<message>
<source>fifths grid</source>
<translation>Fünftelgitter</translation>
</message>
<message>
<source>figure</source>
<translation>Figur</translation>
</message>
<message>
<source>find an action</source>
<translation>eine Aktion suchen</translation>
</message>
<message>
<source>find by name, note or tag</source>
<translation>nach Name, Notiz oder Stichwort suchen</translation>
</message>
<message>
<source>find photos</source>
<translation>Fotos suchen</translation>
</message>
<message>
<source>finding charts</source>
<translation>Karten werden gefunden</translation>
</message>
<message>
<source>finding the form of the level below</source>
<translation>die Form der Stufe darunter wird gefunden</translation>
</message>
<message>
<source>finding the inside</source>
<translation>das Innere wird gefunden</translation>
</message>
<message>
<source>fine</source>
<translation>fein</translation>
</message>
<message>
<source>fine height</source>
<translation>feine Höhe</translation>
</message>
<message>
<source>fitted to the sitter</source>
<translation>an das Modell angepasst</translation>
</message>
<message>
<source>fitting surfaces</source>
<translation>Flächen werden angepasst</translation>
</message>
<message>
<source>flat</source>
<translation>flach</translation>
</message>
<message>
<source>flat under the eye</source>
<translation>flach unter dem Auge</translation>
</message>
<message>
<source>flat, drawn in</source>
<translation>flach, eingezogen</translation>
</message>
<message>
<source>follow the gaze</source>
<translation>dem Blick folgen</translation>
</message>
<message>
<source>follows another piece</source>
<translation>folgt einem anderen Stück</translation>
</message>
<message>
<source>follows pressure</source>
<translation>folgt dem Druck</translation>
</message>
<message>
<source>foot</source>
<translation>Fuß</translation>
</message>
<message>
<source>foot (heel to toe)</source>
<translation>Fuß (Ferse bis Zehe)</translation>
</message>
<message>
<source>forearm</source>
<translation>Unterarm</translation>
</message>
<message>
<source>forearm (elbow to wrist)</source>
<translation>Unterarm (Ellbogen bis Handgelenk)</translation>
</message>
<message>
<source>forearm out</source>
<translation>Unterarm auswärts</translation>
</message>
<message>
<source>forehead</source>
<translation>Stirn</translation>
</message>
<message>
<source>forehead - nasal root - nose tip</source>
<translation>Stirn - Nasenwurzel - Nasenspitze</translation>
</message>
<message>
<source>forehead height</source>
<translation>Stirnhöhe</translation>
</message>
<message>
<source>form layers</source>
<translation>Formschichten</translation>
</message>
<message>
<source>forward</source>
<translation>vorn</translation>
</message>
<message>
<source>forward and back</source>
<translation>vor und zurück</translation>
</message>
<message>
<source>forward, mm</source>
<translation>vor, mm</translation>
</message>
<message>
<source>free mark</source>
<translation>freie Marke</translation>
</message>
<message>
<source>fringes on the photo</source>
<translation>Säume auf dem Foto</translation>
</message>
<message>
<source>from above</source>
<translation>von oben</translation>
</message>
<message>
<source>from below</source>
<translation>von unten</translation>
</message>
<message>
<source>from calipers</source>
<translation>vom Taster</translation>
</message>
<message>
<source>from how large heads are</source>
<translation>aus der üblichen Größe von Köpfen</translation>
</message>
<message>
<source>from iris diameter</source>
<translation>aus dem Irisdurchmesser</translation>
</message>
<message>
<source>front</source>
<translation>vorn</translation>
</message>
<message>
<source>front of the chin</source>
<translation>Vorderseite des Kinns</translation>
</message>
<message>
<source>front of the ear</source>
<translation>Vorderrand des Ohrs</translation>
</message>
<message>
<source>front of the ear L</source>
<translation>Vorderrand des Ohrs L</translation>
</message>
<message>
<source>front of the ear, left</source>
<translation>Vorderrand des Ohrs, links</translation>
</message>
<message>
<source>front of the ear, right</source>
<translation>Vorderrand des Ohrs, rechts</translation>
</message>
<message>
<source>front of the ear, where the helix is attached</source>
<translation>Vorderrand des Ohrs, wo die Helix ansetzt</translation>
</message>
<message>
<source>front only</source>
<translation>nur vorn</translation>
</message>
<message>
<source>full</source>
<translation>voll</translation>
</message>
<message>
<source>full figure</source>
<translation>ganze Figur</translation>
</message>
<message>
<source>full, pushed forward</source>
<translation>voll, vorgeschoben</translation>
</message>
<message>
<source>full: cheeks, jaw and chin soft</source>
<translation>voll: Wangen, Kiefer und Kinn weich</translation>
</message>
<message>
<source>fully</source>
<translation>ganz</translation>
</message>
<message>
<source>getting the head ready</source>
<translation>der Kopf wird vorbereitet</translation>
</message>
<message>
<source>green</source>
<translation>grün</translation>
</message>
<message>
<source>grey</source>
<translation>grau</translation>
</message>
<message>
<source>grey clay</source>
<translation>grauer Ton</translation>
</message>
<message>
<source>groove of the wing, from its top to its base</source>
<translation>Furche des Flügels, von oben bis zu seiner Basis</translation>
</message>
<message>
<source>guest {0}</source>
<translation>Gast {0}</translation>
</message>
<message>
<source>hairline</source>
<translation>Haaransatz</translation>
</message>
<message>
<source>hairline at the forehead midline</source>
<translation>Haaransatz in der Stirnmitte</translation>
</message>
<message>
<source>hairline to brows</source>
<translation>Haaransatz bis Brauen</translation>
</message>
<message>
<source>half figure</source>
<translation>halbe Figur</translation>
</message>
<message>
<source>hand</source>
<translation>Hand</translation>
</message>
<message>
<source>hand (wrist to fingertip)</source>
<translation>Hand (Handgelenk bis Fingerspitze)</translation>
</message>
<message>
<source>hand out</source>
<translation>Hand auswärts</translation>
</message>
<message>
<source>handbooks; spread: common practice</source>
<translation>Handbücher; Streuung: übliche Praxis</translation>
</message>
<message>
<source>hanging beside the chin</source>
<translation>neben dem Kinn hängend</translation>
</message>
<message>
<source>hard-light</source>
<translation>Hartes Licht</translation>
</message>
<message>
<source>hazel</source>
<translation>haselnuss</translation>
</message>
<message>
<source>head</source>
<translation>Kopf</translation>
</message>
<message>
<source>head breadth</source>
<translation>Kopfbreite</translation>
</message>
<message>
<source>head length</source>
<translation>Kopflänge</translation>
</message>
<message>
<source>heavy over the lid</source>
<translation>schwer über dem Lid</translation>
</message>
<message>
<source>height</source>
<translation>Höhe</translation>
</message>
<message>
<source>height / iris</source>
<translation>Höhe / Iris</translation>
</message>
<message>
<source>height of the drawing, mm</source>
<translation>Höhe der Zeichnung, mm</translation>
</message>
<message>
<source>height ratio</source>
<translation>Höhenverhältnis</translation>
</message>
<message>
<source>help on {0}</source>
<translation>Hilfe zu {0}</translation>
</message>
<message>
<source>help page</source>
<translation>Hilfeseite</translation>
</message>
<message>
<source>hidden</source>
<translation>verborgen</translation>
</message>
<message>
<source>high</source>
<translation>hoch</translation>
</message>
<message>
<source>highest point of the brow's upper border</source>
<translation>höchster Punkt der oberen Brauengrenze</translation>
</message>
<message>
<source>highest point of the ear</source>
<translation>höchster Punkt des Ohrs</translation>
</message>
<message>
<source>highest point of the head in Frankfurt position</source>
<translation>höchster Punkt des Kopfs in Frankfurter Stellung</translation>
</message>
<message>
<source>highest point of the upper lid margin</source>
<translation>höchster Punkt des Oberlidrands</translation>
</message>
<message>
<source>hip breadth</source>
<translation>Hüftbreite</translation>
</message>
<message>
<source>hip breadth (over the thighbones' heads)</source>
<translation>Hüftbreite (über die Köpfe der Oberschenkel)</translation>
</message>
<message>
<source>history</source>
<translation>Verlauf</translation>
</message>
<message>
<source>history: {0}</source>
<translation>Verlauf: {0}</translation>
</message>
<message>
<source>hold</source>
<translation>halten</translation>
</message>
<message>
<source>hollow</source>
<translation>hohl</translation>
</message>
<message>
<source>how fine colour layers are</source>
<translation>wie fein Farbschichten sind</translation>
</message>
<message>
<source>how the layer is blended</source>
<translation>wie sich die Schicht mischt</translation>
</message>
<message>
<source>in '{0}'</source>
<translation>in „{0}“</translation>
</message>
<message>
<source>in hand</source>
<translation>in der Hand</translation>
</message>
<message>
<source>in place</source>
<translation>am Platz</translation>
</message>
<message>
<source>inner corner of the eye fissure</source>
<translation>innerer Winkel der Lidspalte</translation>
</message>
<message>
<source>inner eye corner</source>
<translation>innerer Augenwinkel</translation>
</message>
<message>
<source>inner eye corner L</source>
<translation>innerer Augenwinkel L</translation>
</message>
<message>
<source>inner eye corner R</source>
<translation>innerer Augenwinkel R</translation>
</message>
<message>
<source>inner eye corner to the brow's top</source>
<translation>innerer Augenwinkel bis zur Oberkante der Braue</translation>
</message>
<message>
<source>inner eye corner, left</source>
<translation>innerer Augenwinkel, links</translation>
</message>
<message>
<source>inner eye corner, right</source>
<translation>innerer Augenwinkel, rechts</translation>
</message>
<message>
<source>innermost point of the temporal crest</source>
<translation>innerster Punkt der Schläfenleiste</translation>
</message>
<message>
<source>insert a ball</source>
<translation>eine Kugel einfügen</translation>
</message>
<message>
<source>inside</source>
<translation>innerhalb</translation>
</message>
<message>
<source>intermediate</source>
<translation>mittel</translation>
</message>
<message>
<source>into {0}</source>
<translation>in {0} hinein</translation>
</message>
<message>
<source>iris 11.71 mm: Ruefer et al. 2005</source>
<translation>iris 11.71 mm: Ruefer et al. 2005</translation>
</message>
<message>
<source>iris colour</source>
<translation>Irisfarbe</translation>
</message>
<message>
<source>iris diameter</source>
<translation>Irisdurchmesser</translation>
</message>
<message>
<source>iris share</source>
<translation>Irisanteil</translation>
</message>
<message>
<source>iris, left</source>
<translation>Iris, links</translation>
</message>
<message>
<source>iris, right</source>
<translation>Iris, rechts</translation>
</message>
<message>
<source>is no clay yet</source>
<translation>ist noch kein Ton</translation>
</message>
<message>
<source>it has no mask.</source>
<translation>sie hat keine Maske.</translation>
</message>
<message>
<source>it holds two members of one name</source>
<translation>sie enthält zwei Teile eines Namens</translation>
</message>
<message>
<source>it lacks {0}</source>
<translation>ihr fehlt {0}</translation>
</message>
<message>
<source>it lies {0:.1f} mm from where the others expect it</source>
<translation>er liegt {0:.1f} mm von dort, wo die anderen ihn erwarten</translation>
</message>
<message>
<source>its disk does not answer</source>
<translation>ihre Platte antwortet nicht</translation>
</message>
<message>
<source>its folder or disk does not answer</source>
<translation>ihr Ordner oder ihre Platte antwortet nicht</translation>
</message>
<message>
<source>its photo {0} cannot be read</source>
<translation>sein Foto {0} lässt sich nicht lesen</translation>
</message>
<message>
<source>its solved sitter does not fit together</source>
<translation>sein gelöstes Modell passt nicht zusammen</translation>
</message>
<message>
<source>its solved sitter's covariance is none</source>
<translation>die Kovarianz seines gelösten Modells ist keine</translation>
</message>
<message>
<source>its turned parts hold values that make no sense</source>
<translation>seine gedrehten Teile enthalten unsinnige Werte</translation>
</message>
<message>
<source>jaw</source>
<translation>Kiefer</translation>
</message>
<message>
<source>jaw angle</source>
<translation>Kieferwinkel</translation>
</message>
<message>
<source>jaw angle (ear notch - jaw corner - chin)</source>
<translation>Kieferwinkel (Ohrkerbe - Kieferecke - Kinn)</translation>
</message>
<message>
<source>jaw angle, left</source>
<translation>Kieferwinkel, links</translation>
</message>
<message>
<source>jaw angle, right</source>
<translation>Kieferwinkel, rechts</translation>
</message>
<message>
<source>jaw breadth</source>
<translation>Kieferbreite</translation>
</message>
<message>
<source>jaw line</source>
<translation>Kieferlinie</translation>
</message>
<message>
<source>joining lids</source>
<translation>Lider werden verbunden</translation>
</message>
<message>
<source>joining photos</source>
<translation>Fotos werden verbunden</translation>
</message>
<message>
<source>joint</source>
<translation>Gelenk</translation>
</message>
<message>
<source>joint solve</source>
<translation>gemeinsames Lösen</translation>
</message>
<message>
<source>keep the colour in hand</source>
<translation>die Farbe in der Hand aufheben</translation>
</message>
<message>
<source>keep this rule</source>
<translation>diese Regel aufheben</translation>
</message>
<message>
<source>keep {0} open</source>
<translation>{0} offen halten</translation>
</message>
<message>
<source>keeping it clear of itself</source>
<translation>er wird von sich selbst freigehalten</translation>
</message>
<message>
<source>keeping the detail</source>
<translation>die Einzelheiten werden behalten</translation>
</message>
<message>
<source>keeping what is thin</source>
<translation>was dünn ist, wird bewahrt</translation>
</message>
<message>
<source>key</source>
<translation>Taste</translation>
</message>
<message>
<source>key {0}, free</source>
<translation>Taste {0}, frei</translation>
</message>
<message>
<source>kind of drawing</source>
<translation>Art der Zeichnung</translation>
</message>
<message>
<source>kind of rule</source>
<translation>Art der Regel</translation>
</message>
<message>
<source>kind of sitter</source>
<translation>Art des Modells</translation>
</message>
<message>
<source>labiale inferius</source>
<translation>labiale inferius</translation>
</message>
<message>
<source>labiale superius</source>
<translation>labiale superius</translation>
</message>
<message>
<source>landmark</source>
<translation>Messpunkt</translation>
</message>
<message>
<source>landmark {0}</source>
<translation>Messpunkt {0}</translation>
</message>
<message>
<source>landmarks are missing</source>
<translation>Messpunkte fehlen</translation>
</message>
<message>
<source>landmarks to bring over</source>
<translation>hinüberzubringende Messpunkte</translation>
</message>
<message>
<source>landmarks to click</source>
<translation>zu klickende Messpunkte</translation>
</message>
<message>
<source>largest offsets of landmarks seen here</source>
<translation>größte Abweichungen von hier sichtbaren Messpunkten</translation>
</message>
<message>
<source>lathe</source>
<translation>Drehform</translation>
</message>
<message>
<source>layer of exaggeration in hand</source>
<translation>Schicht der Übertreibung in der Hand</translation>
</message>
<message>
<source>laying creases</source>
<translation>Fältchen werden gelegt</translation>
</message>
<message>
<source>laying it out</source>
<translation>es wird ausgelegt</translation>
</message>
<message>
<source>laying lips on the drawn lines</source>
<translation>Lippen werden auf die gezeichneten Linien gelegt</translation>
</message>
<message>
<source>laying margins on the drawn lines</source>
<translation>Ränder werden auf die gezeichneten Linien gelegt</translation>
</message>
<message>
<source>laying on: {0}</source>
<translation>wird aufgelegt: {0}</translation>
</message>
<message>
<source>laying the levels on</source>
<translation>die Stufen werden aufgelegt</translation>
</message>
<message>
<source>laying the picture on</source>
<translation>das Bild wird aufgelegt</translation>
</message>
<message>
<source>lean: cheeks and temples hollow</source>
<translation>mager: Wangen und Schläfen hohl</translation>
</message>
<message>
<source>least forehead breadth</source>
<translation>kleinste Stirnbreite</translation>
</message>
<message>
<source>leave size out</source>
<translation>Größe weglassen</translation>
</message>
<message>
<source>leave the standpoint</source>
<translation>den Standpunkt verlassen</translation>
</message>
<message>
<source>left</source>
<translation>links</translation>
</message>
<message>
<source>left and right</source>
<translation>links und rechts</translation>
</message>
<message>
<source>left as right</source>
<translation>L wie R</translation>
</message>
<message>
<source>left crossing where a rim was closed</source>
<translation>bleibt gekreuzt, wo ein Rand geschlossen wurde</translation>
</message>
<message>
<source>left ear</source>
<translation>linkes Ohr</translation>
</message>
<message>
<source>left eye</source>
<translation>linkes Auge</translation>
</message>
<message>
<source>left eye to ear</source>
<translation>linkes Auge bis Ohr</translation>
</message>
<message>
<source>left eye: opening / iris (11.7 mm)</source>
<translation>linkes Auge: Öffnung / Iris (11,7 mm)</translation>
</message>
<message>
<source>left open</source>
<translation>offen gelassen</translation>
</message>
<message>
<source>left open, since what closes it would cross the clay</source>
<translation>offen gelassen, weil es den Ton kreuzte, was sie schlösse</translation>
</message>
<message>
<source>left out</source>
<translation>weggelassen</translation>
</message>
<message>
<source>left, mm</source>
<translation>links, mm</translation>
</message>
<message>
<source>left-handed</source>
<translation>linkshändig</translation>
</message>
<message>
<source>lens</source>
<translation>Objektiv</translation>
</message>
<message>
<source>lens {0:.0f} mm</source>
<translation>Objektiv {0:.0f} mm</translation>
</message>
<message>
<source>less motion</source>
<translation>weniger Bewegung</translation>
</message>
<message>
<source>level {0}: {1:.0f} k faces</source>
<translation>Stufe {0}: {1:.0f} T Flächen</translation>
</message>
<message>
<source>level {0}: {1:.1f} k faces</source>
<translation>Stufe {0}: {1:.1f} T Flächen</translation>
</message>
<message>
<source>levels found again</source>
<translation>wiedergefundene Stufen</translation>
</message>
<message>
<source>levels on top of the remeshed piece</source>
<translation>Stufen auf dem neu vernetzten Stück</translation>
</message>
<message>
<source>levels to make</source>
<translation>zu machende Stufen</translation>
</message>
<message>
<source>lids</source>
<translation>Lider</translation>
</message>
<message>
<source>lifting the shell</source>
<translation>die Schale wird gehoben</translation>
</message>
<message>
<source>lighten</source>
<translation>aufhellen</translation>
</message>
<message>
<source>likeness</source>
<translation>Ähnlichkeit</translation>
</message>
<message>
<source>line</source>
<translation>Linie</translation>
</message>
<message>
<source>line of the face</source>
<translation>Linie des Gesichts</translation>
</message>
<message>
<source>line where the lips meet, from corner to corner</source>
<translation>Linie, wo sich die Lippen treffen, von Winkel zu Winkel</translation>
</message>
<message>
<source>lines</source>
<translation>Linien</translation>
</message>
<message>
<source>lip</source>
<translation>Lippe</translation>
</message>
<message>
<source>lip peak</source>
<translation>Lippenspitze</translation>
</message>
<message>
<source>lip peak, left</source>
<translation>Lippenspitze, links</translation>
</message>
<message>
<source>lip peak, right</source>
<translation>Lippenspitze, rechts</translation>
</message>
<message>
<source>lips</source>
<translation>Lippen</translation>
</message>
<message>
<source>list asymmetry by</source>
<translation>Asymmetrie auflisten nach</translation>
</message>
<message>
<source>lock or unlock {0}</source>
<translation>{0} sperren oder entsperren</translation>
</message>
<message>
<source>looking at '{0}'</source>
<translation>„{0}“ wird angesehen</translation>
</message>
<message>
<source>looking at each photo</source>
<translation>jedes Foto wird angesehen</translation>
</message>
<message>
<source>looking at faces</source>
<translation>Flächen werden angesehen</translation>
</message>
<message>
<source>looking at parts</source>
<translation>Teile werden angesehen</translation>
</message>
<message>
<source>looking at the clay</source>
<translation>der Ton wird angesehen</translation>
</message>
<message>
<source>looking at the outline</source>
<translation>der Umriss wird angesehen</translation>
</message>
<message>
<source>looking at {0}</source>
<translation>{0} wird angesehen</translation>
</message>
<message>
<source>looking for hollows</source>
<translation>Mulden werden gesucht</translation>
</message>
<message>
<source>looking for places where it would run through itself</source>
<translation>Stellen, wo sie durch sich selbst liefe, werden gesucht</translation>
</message>
<message>
<source>looking for pose and size</source>
<translation>Lage und Größe werden gesucht</translation>
</message>
<message>
<source>looking for ridges</source>
<translation>Grate werden gesucht</translation>
</message>
<message>
<source>looking for the inside of the mouth</source>
<translation>das Innere des Mundes wird gesucht</translation>
</message>
<message>
<source>looking for the level below</source>
<translation>die Stufe darunter wird gesucht</translation>
</message>
<message>
<source>looking for the nearest places</source>
<translation>die nächsten Stellen werden gesucht</translation>
</message>
<message>
<source>looking for the red of the lips</source>
<translation>das Lippenrot wird gesucht</translation>
</message>
<message>
<source>looking how the form bends</source>
<translation>es wird angesehen, wie sich die Form biegt</translation>
</message>
<message>
<source>looking it over</source>
<translation>es wird durchgesehen</translation>
</message>
<message>
<source>looking through the stencil</source>
<translation>es wird durch die Schablone geschaut</translation>
</message>
<message>
<source>looking whether all photos show one person</source>
<translation>es wird geprüft, ob alle Fotos eine Person zeigen</translation>
</message>
<message>
<source>looks at, {0}</source>
<translation>schaut auf, {0}</translation>
</message>
<message>
<source>loose parts</source>
<translation>lose Teile</translation>
</message>
<message>
<source>lopsided smile</source>
<translation>schiefes Lächeln</translation>
</message>
<message>
<source>low</source>
<translation>tief</translation>
</message>
<message>
<source>lower attachment of the lobe to the cheek</source>
<translation>untere Anheftung des Läppchens an der Wange</translation>
</message>
<message>
<source>lower ear root</source>
<translation>untere Ohrwurzel</translation>
</message>
<message>
<source>lower ear root, left</source>
<translation>untere Ohrwurzel, links</translation>
</message>
<message>
<source>lower ear root, right</source>
<translation>untere Ohrwurzel, rechts</translation>
</message>
<message>
<source>lower edge of the red of the lips, from corner to corner</source>
<translation>unterer Rand des Lippenrots, von Winkel zu Winkel</translation>
</message>
<message>
<source>lower face height</source>
<translation>Höhe des Untergesichts</translation>
</message>
<message>
<source>lower jaw</source>
<translation>Unterkiefer</translation>
</message>
<message>
<source>lower leg</source>
<translation>Unterschenkel</translation>
</message>
<message>
<source>lower leg (knee to ankle)</source>
<translation>Unterschenkel (Knie bis Knöchel)</translation>
</message>
<message>
<source>lower leg_l</source>
<translation>Unterschenkel_l</translation>
</message>
<message>
<source>lower lid</source>
<translation>Unterlid</translation>
</message>
<message>
<source>lower lid l</source>
<translation>Unterlid L</translation>
</message>
<message>
<source>lower lid margin</source>
<translation>Unterlidrand</translation>
</message>
<message>
<source>lower lid margin L</source>
<translation>Unterlidrand L</translation>
</message>
<message>
<source>lower lid margin R</source>
<translation>Unterlidrand R</translation>
</message>
<message>
<source>lower lid margin, left</source>
<translation>Unterlidrand, links</translation>
</message>
<message>
<source>lower lid margin, right</source>
<translation>Unterlidrand, rechts</translation>
</message>
<message>
<source>lower lid r</source>
<translation>Unterlid R</translation>
</message>
<message>
<source>lower lid, left</source>
<translation>Unterlid, links</translation>
</message>
<message>
<source>lower lid, right</source>
<translation>Unterlid, rechts</translation>
</message>
<message>
<source>lower lid_l</source>
<translation>Unterlid_l</translation>
</message>
<message>
<source>lower lip</source>
<translation>Unterlippe</translation>
</message>
<message>
<source>lower lip border</source>
<translation>Unterlippengrenze</translation>
</message>
<message>
<source>lower red</source>
<translation>Rot unten</translation>
</message>
<message>
<source>lower socket rim</source>
<translation>unterer Höhlenrand</translation>
</message>
<message>
<source>lower socket rim, left</source>
<translation>unterer Höhlenrand, links</translation>
</message>
<message>
<source>lower socket rim, right</source>
<translation>unterer Höhlenrand, rechts</translation>
</message>
<message>
<source>lowest point of the chin</source>
<translation>tiefster Punkt des Kinns</translation>
</message>
<message>
<source>lowest point of the ear lobe</source>
<translation>tiefster Punkt des Ohrläppchens</translation>
</message>
<message>
<source>lowest point of the lower lid margin</source>
<translation>tiefster Punkt des Unterlidrands</translation>
</message>
<message>
<source>lowest point of the lower orbital rim</source>
<translation>tiefster Punkt des unteren Augenhöhlenrands</translation>
</message>
<message>
<source>luminosity</source>
<translation>Leuchtkraft</translation>
</message>
<message>
<source>made by Yewfinch</source>
<translation>gemacht von Yewfinch</translation>
</message>
<message>
<source>making ready</source>
<translation>es wird vorbereitet</translation>
</message>
<message>
<source>making the net</source>
<translation>das Netz wird gemacht</translation>
</message>
<message>
<source>male</source>
<translation>männlich</translation>
</message>
<message>
<source>man</source>
<translation>Mann</translation>
</message>
<message>
<source>mark {0}</source>
<translation>Marke {0}</translation>
</message>
<message>
<source>marks that do not fit</source>
<translation>Marken, die nicht passen</translation>
</message>
<message>
<source>masked clay</source>
<translation>maskierter Ton</translation>
</message>
<message>
<source>mean</source>
<translation>Mittel</translation>
</message>
<message>
<source>mean of the whole piece</source>
<translation>Mittel des ganzen Stücks</translation>
</message>
<message>
<source>measure</source>
<translation>Maß</translation>
</message>
<message>
<source>measure {0}</source>
<translation>Maß {0}</translation>
</message>
<message>
<source>measured distance</source>
<translation>gemessener Abstand</translation>
</message>
<message>
<source>measures of skin</source>
<translation>Maße der Haut</translation>
</message>
<message>
<source>measures of the base head</source>
<translation>Maße des Grundkopfs</translation>
</message>
<message>
<source>measures of the body</source>
<translation>Maße des Körpers</translation>
</message>
<message>
<source>measuring how thick it is</source>
<translation>es wird gemessen, wie dick er ist</translation>
</message>
<message>
<source>measuring what changed</source>
<translation>es wird gemessen, was sich änderte</translation>
</message>
<message>
<source>melanin index</source>
<translation>Melaninindex</translation>
</message>
<message>
<source>message</source>
<translation>Meldung</translation>
</message>
<message>
<source>metallic</source>
<translation>Metall</translation>
</message>
<message>
<source>metres, as glTF 2.0 requires</source>
<translation>Meter, wie glTF 2.0 verlangt</translation>
</message>
<message>
<source>middle of the closed lip line</source>
<translation>Mitte der geschlossenen Lippenlinie</translation>
</message>
<message>
<source>middle of the lower vermilion line</source>
<translation>Mitte der unteren Lippenrotgrenze</translation>
</message>
<message>
<source>middle of the upper vermilion line</source>
<translation>Mitte der oberen Lippenrotgrenze</translation>
</message>
<message>
<source>millimetres, as is common practice</source>
<translation>Millimeter, wie üblich</translation>
</message>
<message>
<source>millimetres, said in a comment</source>
<translation>Millimeter, in einem Kommentar gesagt</translation>
</message>
<message>
<source>mirrored</source>
<translation>gespiegelt</translation>
</message>
<message>
<source>more for {0}</source>
<translation>mehr zu {0}</translation>
</message>
<message>
<source>more of {0}</source>
<translation>mehr zu {0}</translation>
</message>
<message>
<source>more panels</source>
<translation>weitere Tafeln</translation>
</message>
<message>
<source>more rim</source>
<translation>mehr Rand</translation>
</message>
<message>
<source>more settings of the tool</source>
<translation>mehr Einstellungen des Werkzeugs</translation>
</message>
<message>
<source>most forward point of the chin</source>
<translation>vorderster Punkt des Kinns</translation>
</message>
<message>
<source>most lost here: {0:.2f} mm</source>
<translation>am meisten verloren hier: {0:.2f} mm</translation>
</message>
<message>
<source>most prominent point between the brows</source>
<translation>vorstehendster Punkt zwischen den Brauen</translation>
</message>
<message>
<source>most protruded point of the nose tip</source>
<translation>vorstehendster Punkt der Nasenspitze</translation>
</message>
<message>
<source>mouth</source>
<translation>Mund</translation>
</message>
<message>
<source>mouth bag</source>
<translation>Mundhöhle</translation>
</message>
<message>
<source>mouth corner</source>
<translation>Mundwinkel</translation>
</message>
<message>
<source>mouth corner L</source>
<translation>Mundwinkel L</translation>
</message>
<message>
<source>mouth corner R</source>
<translation>Mundwinkel R</translation>
</message>
<message>
<source>mouth corner, left</source>
<translation>Mundwinkel, links</translation>
</message>
<message>
<source>mouth corner, right</source>
<translation>Mundwinkel, rechts</translation>
</message>
<message>
<source>mouth line</source>
<translation>Mundlinie</translation>
</message>
<message>
<source>mouth line, lower lip</source>
<translation>Mundlinie, Unterlippe</translation>
</message>
<message>
<source>mouth line, middle</source>
<translation>Mundlinie, Mitte</translation>
</message>
<message>
<source>mouth line: from nose base / nose base to chin</source>
<translation>Mundlinie: von der Nasenbasis / Nasenbasis bis Kinn</translation>
</message>
<message>
<source>mouth open on this photo</source>
<translation>Mund auf diesem Foto offen</translation>
</message>
<message>
<source>mouth width</source>
<translation>Mundbreite</translation>
</message>
<message>
<source>mouth_line</source>
<translation>Mundlinie</translation>
</message>
<message>
<source>mouth_line_lower</source>
<translation>untere Mundlinie</translation>
</message>
<message>
<source>move a ball</source>
<translation>eine Kugel verschieben</translation>
</message>
<message>
<source>move {0}</source>
<translation>{0} verschieben</translation>
</message>
<message>
<source>multiply</source>
<translation>multiplizieren</translation>
</message>
<message>
<source>my own rules</source>
<translation>meine eigenen Regeln</translation>
</message>
<message>
<source>name of measure {0}</source>
<translation>Name des Maßes {0}</translation>
</message>
<message>
<source>name of the rule</source>
<translation>Name der Regel</translation>
</message>
<message>
<source>named masks of the piece</source>
<translation>benannte Masken des Stücks</translation>
</message>
<message>
<source>nape vertebra</source>
<translation>Nackenwirbel</translation>
</message>
<message>
<source>narrow</source>
<translation>schmal</translation>
</message>
<message>
<source>narrow walls and gaps</source>
<translation>enge Wände und Lücken</translation>
</message>
<message>
<source>nasal root</source>
<translation>Nasenwurzel</translation>
</message>
<message>
<source>nasofrontal suture, at or just above the deepest point</source>
<translation>Naht von Nasen- und Stirnbein, am tiefsten Punkt oder dicht darüber</translation>
</message>
<message>
<source>near {0}</source>
<translation>nahe {0}</translation>
</message>
<message>
<source>neck</source>
<translation>Hals</translation>
</message>
<message>
<source>neck girth below the larynx</source>
<translation>Halsumfang unter dem Kehlkopf</translation>
</message>
<message>
<source>neoclassical canon; Farkas et al. 1985</source>
<translation>neoklassischer Kanon; Farkas et al. 1985</translation>
</message>
<message>
<source>never rough</source>
<translation>nie grob</translation>
</message>
<message>
<source>new eyes</source>
<translation>neue Augen</translation>
</message>
<message>
<source>new key</source>
<translation>neue Taste</translation>
</message>
<message>
<source>new {0}</source>
<translation>neu: {0}</translation>
</message>
<message>
<source>no changes</source>
<translation>keine Änderungen</translation>
</message>
<message>
<source>no file can have this name</source>
<translation>keine Datei kann so heißen</translation>
</message>
<message>
<source>no. </source>
<translation>Nr. </translation>
</message>
<message>
<source>none</source>
<translation>keine</translation>
</message>
<message>
<source>none yet</source>
<translation>noch keine</translation>
</message>
<message>
<source>none, only lines</source>
<translation>keine, nur Linien</translation>
</message>
<message>
<source>none: solve the sitter first</source>
<translation>keines: erst das Modell lösen</translation>
</message>
<message>
<source>norm</source>
<translation>Norm</translation>
</message>
<message>
<source>normal</source>
<translation>normal</translation>
</message>
<message>
<source>nose</source>
<translation>Nase</translation>
</message>
<message>
<source>nose base</source>
<translation>Nasenbasis</translation>
</message>
<message>
<source>nose base to chin</source>
<translation>Nasenbasis bis Kinn</translation>
</message>
<message>
<source>nose base to mouth line / mouth line to chin</source>
<translation>Nasenbasis bis Mundlinie / Mundlinie bis Kinn</translation>
</message>
<message>
<source>nose breadth</source>
<translation>Nasenbreite</translation>
</message>
<message>
<source>nose height</source>
<translation>Nasenhöhe</translation>
</message>
<message>
<source>nose protrusion</source>
<translation>Nasenvorsprung</translation>
</message>
<message>
<source>nose tip</source>
<translation>Nasenspitze</translation>
</message>
<message>
<source>nose wing</source>
<translation>Nasenflügel</translation>
</message>
<message>
<source>nose wing L</source>
<translation>Nasenflügel L</translation>
</message>
<message>
<source>nose wing R</source>
<translation>Nasenflügel R</translation>
</message>
<message>
<source>nose wing l</source>
<translation>Nasenflügel L</translation>
</message>
<message>
<source>nose wing r</source>
<translation>Nasenflügel R</translation>
</message>
<message>
<source>nose wing, left</source>
<translation>Nasenflügel, links</translation>
</message>
<message>
<source>nose wing, right</source>
<translation>Nasenflügel, rechts</translation>
</message>
<message>
<source>nose wing_l</source>
<translation>Nasenflügel_l</translation>
</message>
<message>
<source>nostril</source>
<translation>Nasenloch</translation>
</message>
<message>
<source>nostril l</source>
<translation>Nasenloch L</translation>
</message>
<message>
<source>nostril r</source>
<translation>Nasenloch R</translation>
</message>
<message>
<source>nostril, left</source>
<translation>Nasenloch, links</translation>
</message>
<message>
<source>nostril, right</source>
<translation>Nasenloch, rechts</translation>
</message>
<message>
<source>not marked yet</source>
<translation>noch nicht markiert</translation>
</message>
<message>
<source>not positive in row {0} of {1}</source>
<translation>nicht positiv in Zeile {0} von {1}</translation>
</message>
<message>
<source>not saved yet</source>
<translation>noch nicht gesichert</translation>
</message>
<message>
<source>not to be seen from here</source>
<translation>von hier nicht zu sehen</translation>
</message>
<message>
<source>notch above the tragus</source>
<translation>Kerbe über dem Tragus</translation>
</message>
<message>
<source>nothing</source>
<translation>nichts</translation>
</message>
<message>
<source>nothing of the form lies in its grid</source>
<translation>nichts von der Form liegt in ihrem Gitter</translation>
</message>
<message>
<source>nothing stands out there that would define it</source>
<translation>dort hebt sich nichts ab, was ihn bestimmte</translation>
</message>
<message>
<source>number of the random person</source>
<translation>Nummer der Zufallsperson</translation>
</message>
<message>
<source>oculoplastic handbooks: 1 to 3 mm, 2 to 6 degrees; its change with age: common practice</source>
<translation>augenplastische Handbücher: 1 bis 3 mm, 2 bis 6 Grad; Änderung mit dem Alter: übliche Praxis</translation>
</message>
<message>
<source>of either sex</source>
<translation>Frau o. Mann</translation>
</message>
<message>
<source>of the {0} </source>
<translation>von {0} </translation>
</message>
<message>
<source>off</source>
<translation>daneben</translation>
</message>
<message>
<source>old</source>
<translation>alt</translation>
</message>
<message>
<source>old man</source>
<translation>alter Mann</translation>
</message>
<message>
<source>old woman</source>
<translation>alte Frau</translation>
</message>
<message>
<source>on what edges have another length</source>
<translation>worauf Kanten eine andere Länge haben</translation>
</message>
<message>
<source>one landmark</source>
<translation>ein Messpunkt</translation>
</message>
<message>
<source>one_leg</source>
<translation>Standbein</translation>
</message>
<message>
<source>only what both sides share</source>
<translation>nur was beide Seiten gemein haben</translation>
</message>
<message>
<source>only what the sides differ in</source>
<translation>nur worin sich die Seiten unterscheiden</translation>
</message>
<message>
<source>opacity</source>
<translation>Deckkraft</translation>
</message>
<message>
<source>opacity of the sheet</source>
<translation>Deckkraft des Blatts</translation>
</message>
<message>
<source>open a copy of the demo portrait</source>
<translation>eine Kopie des Vorführporträts öffnen</translation>
</message>
<message>
<source>open mouth</source>
<translation>offener Mund</translation>
</message>
<message>
<source>open sheet</source>
<translation>offenes Blatt</translation>
</message>
<message>
<source>open sheets</source>
<translation>offene Blätter</translation>
</message>
<message>
<source>open {0}</source>
<translation>{0} öffnen</translation>
</message>
<message>
<source>opening {0}</source>
<translation>{0} wird geöffnet</translation>
</message>
<message>
<source>other as this</source>
<translation>anderes wie dieses</translation>
</message>
<message>
<source>otobasion inferius</source>
<translation>otobasion inferius</translation>
</message>
<message>
<source>otobasion superius</source>
<translation>otobasion superius</translation>
</message>
<message>
<source>out of its group</source>
<translation>aus seiner Gruppe</translation>
</message>
<message>
<source>outer corner of the eye fissure</source>
<translation>äußerer Winkel der Lidspalte</translation>
</message>
<message>
<source>outer eye corner</source>
<translation>äußerer Augenwinkel</translation>
</message>
<message>
<source>outer eye corner L</source>
<translation>äußerer Augenwinkel L</translation>
</message>
<message>
<source>outer eye corner R</source>
<translation>äußerer Augenwinkel R</translation>
</message>
<message>
<source>outer eye corner, left</source>
<translation>äußerer Augenwinkel, links</translation>
</message>
<message>
<source>outer eye corner, right</source>
<translation>äußerer Augenwinkel, rechts</translation>
</message>
<message>
<source>outer part</source>
<translation>äußerer Teil</translation>
</message>
<message>
<source>outer rim of the ear, from its upper to its lower root</source>
<translation>äußerer Rand des Ohrs, von seiner oberen zu seiner unteren Wurzel</translation>
</message>
<message>
<source>outermost point of the shoulder roof</source>
<translation>äußerster Punkt des Schulterdachs</translation>
</message>
<message>
<source>outline</source>
<translation>Umriss</translation>
</message>
<message>
<source>outside</source>
<translation>außerhalb</translation>
</message>
<message>
<source>over_shoulder</source>
<translation>über die Schulter</translation>
</message>
<message>
<source>overlay</source>
<translation>überlagern</translation>
</message>
<message>
<source>own colours</source>
<translation>eigene Farben</translation>
</message>
<message>
<source>own turn</source>
<translation>eigene Drehung</translation>
</message>
<message>
<source>packing charts</source>
<translation>Karten werden gepackt</translation>
</message>
<message>
<source>page {0}</source>
<translation>Seite {0}</translation>
</message>
<message>
<source>pages of the help</source>
<translation>Seiten der Hilfe</translation>
</message>
<message>
<source>pair of triangles</source>
<translation>Dreieckspaar</translation>
</message>
<message>
<source>pairs of triangles</source>
<translation>Dreieckspaare</translation>
</message>
<message>
<source>palpebrale inferius</source>
<translation>palpebrale inferius</translation>
</message>
<message>
<source>palpebrale superius</source>
<translation>palpebrale superius</translation>
</message>
<message>
<source>panel</source>
<translation>Tafel</translation>
</message>
<message>
<source>panels</source>
<translation>Tafeln</translation>
</message>
<message>
<source>part</source>
<translation>Teil</translation>
</message>
<message>
<source>part of the way</source>
<translation>Teil des Wegs</translation>
</message>
<message>
<source>parted lips</source>
<translation>geöffnete Lippen</translation>
</message>
<message>
<source>people between woman and man</source>
<translation>Menschen zwischen Frau und Mann</translation>
</message>
<message>
<source>photo</source>
<translation>Foto</translation>
</message>
<message>
<source>photo '{0}'</source>
<translation>Foto „{0}“</translation>
</message>
<message>
<source>photo laid onto the clay</source>
<translation>Foto, auf den Ton gelegt</translation>
</message>
<message>
<source>photo opacity</source>
<translation>Deckkraft des Fotos</translation>
</message>
<message>
<source>photo over clay</source>
<translation>Foto über dem Ton</translation>
</message>
<message>
<source>photo to mark</source>
<translation>zu markierendes Foto</translation>
</message>
<message>
<source>photo {0}</source>
<translation>Foto {0}</translation>
</message>
<message>
<source>edges of the photo</source>
<translation>Kanten des Fotos</translation>
</message>
<message>
<source>photo, large</source>
<translation>Foto, groß</translation>
</message>
<message>
<source>photos</source>
<translation>Fotos</translation>
</message>
<message>
<source>photos laid onto the skin</source>
<translation>Fotos, auf die Haut gelegt</translation>
</message>
<message>
<source>pick colour</source>
<translation>Farbe nehmen</translation>
</message>
<message>
<source>pick layer</source>
<translation>Schicht nehmen</translation>
</message>
<message>
<source>pick photo</source>
<translation>Foto nehmen</translation>
</message>
<message>
<source>picture of the stencil</source>
<translation>Bild der Schablone</translation>
</message>
<message>
<source>piece</source>
<translation>Stück</translation>
</message>
<message>
<source>piece to take detail from</source>
<translation>Stück, von dem Einzelheiten genommen werden</translation>
</message>
<message>
<source>pieces</source>
<translation>Stücke</translation>
</message>
<message>
<source>pit of the neck</source>
<translation>Drosselgrube</translation>
</message>
<message>
<source>place</source>
<translation>Ort</translation>
</message>
<message>
<source>plain head</source>
<translation>schlichter Kopf</translation>
</message>
<message>
<source>plane</source>
<translation>Ebene</translation>
</message>
<message>
<source>plane edge</source>
<translation>Ebenenkante</translation>
</message>
<message>
<source>plane of symmetry</source>
<translation>Symmetrieebene</translation>
</message>
<message>
<source>plaster</source>
<translation>Gips</translation>
</message>
<message>
<source>point at the back farthest from the glabella</source>
<translation>Punkt hinten, am weitesten von der Glabella</translation>
</message>
<message>
<source>pointed</source>
<translation>spitz</translation>
</message>
<message>
<source>points of the line</source>
<translation>Punkte der Linie</translation>
</message>
<message>
<source>positions must have shape (n, 3), got {0}</source>
<translation>Orte müssen die Form (n, 3) haben, nicht {0}</translation>
</message>
<message>
<source>pouted lips</source>
<translation>vorgeschobene Lippen</translation>
</message>
<message>
<source>preparing {0}</source>
<translation>{0} wird vorbereitet</translation>
</message>
<message>
<source>pressed {0:.0f} %, counts {1:.0f} %</source>
<translation>gedrückt {0:.0f} %, zählt {1:.0f} %</translation>
</message>
<message>
<source>profile</source>
<translation>Profil</translation>
</message>
<message>
<source>profile L</source>
<translation>Profil L</translation>
</message>
<message>
<source>profile R</source>
<translation>Profil R</translation>
</message>
<message>
<source>profile, left</source>
<translation>Profil, links</translation>
</message>
<message>
<source>profile, right</source>
<translation>Profil, rechts</translation>
</message>
<message>
<source>prominent</source>
<translation>hervortretend</translation>
</message>
<message>
<source>proportions</source>
<translation>Proportionen</translation>
</message>
<message>
<source>pupil L</source>
<translation>Pupille L</translation>
</message>
<message>
<source>pupil R</source>
<translation>Pupille R</translation>
</message>
<message>
<source>pupil, left</source>
<translation>Pupille, links</translation>
</message>
<message>
<source>pupil, right</source>
<translation>Pupille, rechts</translation>
</message>
<message>
<source>pupils apart</source>
<translation>Pupillenabstand</translation>
</message>
<message>
<source>put a skull under it</source>
<translation>einen Schädel darunter setzen</translation>
</message>
<message>
<source>put {0} on the desk</source>
<translation>{0} auf den Tisch legen</translation>
</message>
<message>
<source>putting it in order</source>
<translation>es wird in Ordnung gebracht</translation>
</message>
<message>
<source>quads along the form</source>
<translation>Vierecke längs der Form</translation>
</message>
<message>
<source>radius, mm</source>
<translation>Radius, mm</translation>
</message>
<message>
<source>raised brows</source>
<translation>gehobene Brauen</translation>
</message>
<message>
<source>random person no. {0}</source>
<translation>Zufallsperson Nr. {0}</translation>
</message>
<message>
<source>reading {0}</source>
<translation>{0} wird gelesen</translation>
</message>
<message>
<source>ready-made armatures</source>
<translation>fertige Gerüste</translation>
</message>
<message>
<source>ready-made poses</source>
<translation>fertige Posen</translation>
</message>
<message>
<source>rearmost point of the ear's rim</source>
<translation>hinterster Punkt des Ohrrands</translation>
</message>
<message>
<source>receding</source>
<translation>fliehend</translation>
</message>
<message>
<source>red of the lower lip</source>
<translation>Rot der Unterlippe</translation>
</message>
<message>
<source>red of the upper lip</source>
<translation>Rot der Oberlippe</translation>
</message>
<message>
<source>region</source>
<translation>Bereich</translation>
</message>
<message>
<source>region that the layer is to show in</source>
<translation>Bereich, in dem die Schicht sich zeigen soll</translation>
</message>
<message>
<source>region {0}</source>
<translation>Bereich {0}</translation>
</message>
<message>
<source>regions of the piece</source>
<translation>Bereiche des Stücks</translation>
</message>
<message>
<source>remove a ball</source>
<translation>eine Kugel entfernen</translation>
</message>
<message>
<source>remove the named mask</source>
<translation>die benannte Maske entfernen</translation>
</message>
<message>
<source>remove the stored state</source>
<translation>den aufgehobenen Zustand entfernen</translation>
</message>
<message>
<source>remove {0}</source>
<translation>{0} entfernen</translation>
</message>
<message>
<source>rhythm line</source>
<translation>Rhythmuslinie</translation>
</message>
<message>
<source>ridge of the philtrum at the vermilion line</source>
<translation>Leiste des Philtrums an der Lippenrotgrenze</translation>
</message>
<message>
<source>right</source>
<translation>rechts</translation>
</message>
<message>
<source>right as left</source>
<translation>R wie L</translation>
</message>
<message>
<source>right ear</source>
<translation>rechtes Ohr</translation>
</message>
<message>
<source>right ear to eye</source>
<translation>rechtes Ohr bis Auge</translation>
</message>
<message>
<source>right eye</source>
<translation>rechtes Auge</translation>
</message>
<message>
<source>right eye: opening / iris (11.7 mm)</source>
<translation>rechtes Auge: Öffnung / Iris (11,7 mm)</translation>
</message>
<message>
<source>ring</source>
<translation>Ring</translation>
</message>
<message>
<source>root mean square offset</source>
<translation>quadratisches Mittel der Abweichung</translation>
</message>
<message>
<source>rough where the machine is slow</source>
<translation>grob, wo die Maschine langsam ist</translation>
</message>
<message>
<source>roughness</source>
<translation>Rauheit</translation>
</message>
<message>
<source>round the pupil</source>
<translation>um die Pupille</translation>
</message>
<message>
<source>round, an apple</source>
<translation>rund, ein Apfel</translation>
</message>
<message>
<source>rounding the joins</source>
<translation>die Fugen werden gerundet</translation>
</message>
<message>
<source>row of numbers</source>
<translation>Zahlenreihe</translation>
</message>
<message>
<source>rows {0} to {1} of a surface of {2} vertices</source>
<translation>Zeilen {0} bis {1} einer Fläche von {2} Punkten</translation>
</message>
<message>
<source>rule {0}</source>
<translation>Regel {0}</translation>
</message>
<message>
<source>sRGB, like #c98a16</source>
<translation>sRGB, etwa #c98a16</translation>
</message>
<message>
<source>samples {0} to {1} of {2}</source>
<translation>Proben {0} bis {1} von {2}</translation>
</message>
<message>
<source>saturation</source>
<translation>Sättigung</translation>
</message>
<message>
<source>save a picture of the window and leave</source>
<translation>ein Bild des Fensters sichern und gehen</translation>
</message>
<message>
<source>saved just now</source>
<translation>eben gesichert</translation>
</message>
<message>
<source>saved {0} min ago</source>
<translation>vor {0} min gesichert</translation>
</message>
<message>
<source>scale to</source>
<translation>vergrößern auf</translation>
</message>
<message>
<source>scale {0}</source>
<translation>{0} vergrößern</translation>
</message>
<message>
<source>scalp</source>
<translation>Kopfhaut</translation>
</message>
<message>
<source>scatter</source>
<translation>Streuung</translation>
</message>
<message>
<source>screen</source>
<translation>negativ multiplizieren</translation>
</message>
<message>
<source>search the help</source>
<translation>die Hilfe durchsuchen</translation>
</message>
<message>
<source>sectors</source>
<translation>Sektoren</translation>
</message>
<message>
<source>see under its skin</source>
<translation>unter seine Haut sehen</translation>
</message>
<message>
<source>setting</source>
<translation>Einstellung</translation>
</message>
<message>
<source>settling the body</source>
<translation>der Körper wird gerichtet</translation>
</message>
<message>
<source>settling the head</source>
<translation>der Kopf wird gerichtet</translation>
</message>
<message>
<source>settling the surface</source>
<translation>die Fläche wird gerichtet</translation>
</message>
<message>
<source>shape</source>
<translation>formen</translation>
</message>
<message>
<source>shaping the body</source>
<translation>der Körper wird geformt</translation>
</message>
<message>
<source>shaping the form</source>
<translation>die Form wird gebildet</translation>
</message>
<message>
<source>shoulder breadth</source>
<translation>Schulterbreite</translation>
</message>
<message>
<source>shoulder breadth (acromion to acromion)</source>
<translation>Schulterbreite (Akromion zu Akromion)</translation>
</message>
<message>
<source>shoulder breadth / head height</source>
<translation>Schulterbreite / Kopfhöhe</translation>
</message>
<message>
<source>shoulder point</source>
<translation>Schulterpunkt</translation>
</message>
<message>
<source>shoulder point, left</source>
<translation>Schulterpunkt, links</translation>
</message>
<message>
<source>shoulder point, right</source>
<translation>Schulterpunkt, rechts</translation>
</message>
<message>
<source>show all on the clay</source>
<translation>alle auf dem Ton zeigen</translation>
</message>
<message>
<source>show or hide {0}</source>
<translation>{0} zeigen oder verbergen</translation>
</message>
<message>
<source>side of the nasal root</source>
<translation>Seite der Nasenwurzel</translation>
</message>
<message>
<source>side of the nasal root, beside the inner eye corner</source>
<translation>Seite der Nasenwurzel, neben dem inneren Augenwinkel</translation>
</message>
<message>
<source>side of the nasal root, left</source>
<translation>Seite der Nasenwurzel, links</translation>
</message>
<message>
<source>side of the nasal root, right</source>
<translation>Seite der Nasenwurzel, rechts</translation>
</message>
<message>
<source>side of the skull</source>
<translation>Seite des Schädels</translation>
</message>
<message>
<source>side of the skull, left</source>
<translation>Seite des Schädels, links</translation>
</message>
<message>
<source>side of the skull, right</source>
<translation>Seite des Schädels, rechts</translation>
</message>
<message>
<source>sides that handles move</source>
<translation>Seiten, die Griffe bewegen</translation>
</message>
<message>
<source>sitter</source>
<translation>Modell</translation>
</message>
<message>
<source>size</source>
<translation>Größe</translation>
</message>
<message>
<source>size and strength</source>
<translation>Größe und Stärke</translation>
</message>
<message>
<source>size left out</source>
<translation>Größe weggelassen</translation>
</message>
<message>
<source>size of a ball</source>
<translation>Größe einer Kugel</translation>
</message>
<message>
<source>size of the map</source>
<translation>Größe der Karte</translation>
</message>
<message>
<source>slant of the eye</source>
<translation>Neigung des Auges</translation>
</message>
<message>
<source>slight</source>
<translation>schwach</translation>
</message>
<message>
<source>sloping back</source>
<translation>fliehend</translation>
</message>
<message>
<source>small</source>
<translation>klein</translation>
</message>
<message>
<source>smile of one side</source>
<translation>Lächeln einer Seite</translation>
</message>
<message>
<source>smooth</source>
<translation>glatt</translation>
</message>
<message>
<source>smoothing crossings away</source>
<translation>Kreuzungen werden weggeglättet</translation>
</message>
<message>
<source>smoothing what closes them</source>
<translation>was sie schließt, wird geglättet</translation>
</message>
<message>
<source>soft</source>
<translation>weich</translation>
</message>
<message>
<source>soft, a second chin</source>
<translation>weich, ein Doppelkinn</translation>
</message>
<message>
<source>soft-light</source>
<translation>weiches Licht</translation>
</message>
<message>
<source>some of its vertices are nowhere</source>
<translation>einige seiner Punkte sind nirgends</translation>
</message>
<message>
<source>something else</source>
<translation>etwas anderes</translation>
</message>
<message>
<source>spacing the net out</source>
<translation>das Netz wird verteilt</translation>
</message>
<message>
<source>square</source>
<translation>eckig</translation>
</message>
<message>
<source>stage {0}</source>
<translation>Phase {0}</translation>
</message>
<message>
<source>stamp {0}</source>
<translation>Stempel {0}</translation>
</message>
<message>
<source>standing off</source>
<translation>abstehend</translation>
</message>
<message>
<source>stature</source>
<translation>Körpergröße</translation>
</message>
<message>
<source>steer it</source>
<translation>es steuern</translation>
</message>
<message>
<source>steer the base head</source>
<translation>den Grundkopf steuern</translation>
</message>
<message>
<source>stooped</source>
<translation>gebeugt</translation>
</message>
<message>
<source>stored states</source>
<translation>aufgehobene Zustände</translation>
</message>
<message>
<source>straight guide</source>
<translation>gerade Hilfslinie</translation>
</message>
<message>
<source>strength</source>
<translation>Stärke</translation>
</message>
<message>
<source>strength of the photo on the clay</source>
<translation>Stärke des Fotos auf dem Ton</translation>
</message>
<message>
<source>strokes lay {0} on</source>
<translation>Striche legen {0} auf</translation>
</message>
<message>
<source>strokes that become a layer</source>
<translation>Striche, die eine Schicht werden</translation>
</message>
<message>
<source>strong</source>
<translation>stark</translation>
</message>
<message>
<source>strong, over the eyes</source>
<translation>stark, über den Augen</translation>
</message>
<message>
<source>symmetric</source>
<translation>symmetrisch</translation>
</message>
<message>
<source>symmetric or asymmetric part</source>
<translation>symmetrischer oder asymmetrischer Teil</translation>
</message>
<message>
<source>symmetry</source>
<translation>Symmetrie</translation>
</message>
<message>
<source>symmetry off</source>
<translation>Symmetrie aus</translation>
</message>
<message>
<source>symmetry on</source>
<translation>Symmetrie an</translation>
</message>
<message>
<source>tangled vertex</source>
<translation>verschlungener Punkt</translation>
</message>
<message>
<source>tangled vertices</source>
<translation>verschlungene Punkte</translation>
</message>
<message>
<source>temple</source>
<translation>Schläfe</translation>
</message>
<message>
<source>temple l</source>
<translation>Schläfe L</translation>
</message>
<message>
<source>temple line</source>
<translation>Schläfenlinie</translation>
</message>
<message>
<source>temple line, left</source>
<translation>Schläfenlinie, links</translation>
</message>
<message>
<source>temple line, right</source>
<translation>Schläfenlinie, rechts</translation>
</message>
<message>
<source>temple r</source>
<translation>Schläfe R</translation>
</message>
<message>
<source>temple, left</source>
<translation>Schläfe, links</translation>
</message>
<message>
<source>temple, right</source>
<translation>Schläfe, rechts</translation>
</message>
<message>
<source>terracotta</source>
<translation>Terrakotta</translation>
</message>
<message>
<source>testing each mark against the others</source>
<translation>jede Marke wird gegen die anderen geprüft</translation>
</message>
<message>
<source>text</source>
<translation>Text</translation>
</message>
<message>
<source>textures to begin with</source>
<translation>Texturen für den Anfang</translation>
</message>
<message>
<source>the axis from ear to ear</source>
<translation>die Achse von Ohr zu Ohr</translation>
</message>
<message>
<source>the axis to the front</source>
<translation>die Achse nach vorn</translation>
</message>
<message>
<source>the beginning</source>
<translation>der Anfang</translation>
</message>
<message>
<source>the chosen measure</source>
<translation>das gewählte Maß</translation>
</message>
<message>
<source>the chosen measure of the body</source>
<translation>das gewählte Maß des Körpers</translation>
</message>
<message>
<source>the clay is</source>
<translation>der Ton ist</translation>
</message>
<message>
<source>the clay is (sitter's own left and right)</source>
<translation>der Ton ist (links und rechts am Modell)</translation>
</message>
<message>
<source>the clay is {0:+.1f} % in size</source>
<translation>der Ton ist in der Größe {0:+.1f} %</translation>
</message>
<message>
<source>the clay lies {0:.0f} mm away: not found</source>
<translation>der Ton liegt {0:.0f} mm weg: nicht gefunden</translation>
</message>
<message>
<source>the clay looks another way there than the head does</source>
<translation>der Ton blickt dort anders als der Kopf</translation>
</message>
<message>
<source>the covariance of a photo's marks is not positive</source>
<translation>die Kovarianz der Marken eines Fotos ist nicht positiv</translation>
</message>
<message>
<source>the design sheet '{0}' lies nowhere</source>
<translation>das Entwurfsblatt „{0}“ liegt nirgends</translation>
</message>
<message>
<source>the disk is full</source>
<translation>die Platte ist voll</translation>
</message>
<message>
<source>the form does not fit into its grid</source>
<translation>die Form passt nicht in ihr Gitter</translation>
</message>
<message>
<source>the form is flat all round there: nothing tells its place</source>
<translation>die Form ist dort ringsum eben: Nichts sagt seinen Ort</translation>
</message>
<message>
<source>the form is flat there: {0:.0f} mm to either side would do nearly as well</source>
<translation>die Form ist dort eben: {0:.0f} mm zu jeder Seite ginge es fast ebenso gut</translation>
</message>
<message>
<source>the form is round there: it lies where people of this form have it, some millimetres to either side</source>
<translation>die Form ist dort rund: Er liegt, wo Menschen dieser Form ihn haben, auf einige Millimeter genau</translation>
</message>
<message>
<source>the hairline does not show in the form</source>
<translation>der Haaransatz zeigt sich nicht in der Form</translation>
</message>
<message>
<source>the upper border of the brow is hair, which hardly shows in the form</source>
<translation>der obere Rand der Braue ist Haar, das sich in der Form kaum zeigt</translation>
</message>
<message>
<source>the hatched side goes</source>
<translation>die schraffierte Seite fällt weg</translation>
</message>
<message>
<source>the head could not be laid closer than {0:.1f} mm</source>
<translation>der Kopf ließ sich nicht näher als {0:.1f} mm anlegen</translation>
</message>
<message>
<source>the head had to be bent there by {0:.1f} mm more than people vary</source>
<translation>der Kopf musste dort um {0:.1f} mm mehr gebogen werden, als Menschen sich unterscheiden</translation>
</message>
<message>
<source>the mean</source>
<translation>Mittel</translation>
</message>
<message>
<source>the menu View</source>
<translation>das Menü Ansicht</translation>
</message>
<message>
<source>the patch has a position that is not a number</source>
<translation>der Flicken hat einen Ort, der keine Zahl ist</translation>
</message>
<message>
<source>the photo '{0}' is not {1} x {2} pixels, as it says</source>
<translation>das Foto „{0}“ ist nicht {1} × {2} Pixel, wie es sagt</translation>
</message>
<message>
<source>the regions of '{0}' do not fit together</source>
<translation>die Bereiche von „{0}“ passen nicht zusammen</translation>
</message>
<message>
<source>the rows chosen above</source>
<translation>die oben gewählten Zeilen</translation>
</message>
<message>
<source>the surface has {0} vertices, got {1}</source>
<translation>die Fläche hat {0} Punkte, nicht {1}</translation>
</message>
<message>
<source>the surface is empty: it needs at least one face</source>
<translation>die Fläche ist leer: Sie braucht mindestens eine Fläche</translation>
</message>
<message>
<source>the surface reaches further than a kilometre: check its units</source>
<translation>die Fläche reicht weiter als einen Kilometer: ihre Einheiten prüfen</translation>
</message>
<message>
<source>the upright axis</source>
<translation>die aufrechte Achse</translation>
</message>
<message>
<source>the whole head</source>
<translation>der ganze Kopf</translation>
</message>
<message>
<source>the {0}</source>
<translation>{0}</translation>
</message>
<message>
<source>there is no triangle to look for</source>
<translation>es gibt kein Dreieck zu suchen</translation>
</message>
<message>
<source>thigh</source>
<translation>Oberschenkel</translation>
</message>
<message>
<source>thigh (hip to knee)</source>
<translation>Oberschenkel (Hüfte bis Knie)</translation>
</message>
<message>
<source>thin</source>
<translation>dünn</translation>
</message>
<message>
<source>thirds grid</source>
<translation>Drittelgitter</translation>
</message>
<message>
<source>this distance / that one</source>
<translation>dieser Abstand / jener</translation>
</message>
<message>
<source>three-quarter</source>
<translation>Dreiviertel</translation>
</message>
<message>
<source>three-quarter, left</source>
<translation>Dreiviertel, links</translation>
</message>
<message>
<source>three-quarter, right</source>
<translation>Dreiviertel, rechts</translation>
</message>
<message>
<source>through clay</source>
<translation>durch den Ton</translation>
</message>
<message>
<source>thumb out</source>
<translation>Daumen auswärts</translation>
</message>
<message>
<source>tight along the jaw</source>
<translation>straff am Kiefer</translation>
</message>
<message>
<source>tilt</source>
<translation>Neigung</translation>
</message>
<message>
<source>tilt of the left eye</source>
<translation>Neigung des linken Auges</translation>
</message>
<message>
<source>tilt of the mouth line</source>
<translation>Neigung der Mundlinie</translation>
</message>
<message>
<source>tilt of the right eye</source>
<translation>Neigung des rechten Auges</translation>
</message>
<message>
<source>tilted</source>
<translation>geneigt</translation>
</message>
<message>
<source>times</source>
<translation>-fach</translation>
</message>
<message>
<source>tip of the spine of the lowest neck vertebra (C7)</source>
<translation>Dornspitze des untersten Halswirbels (C7)</translation>
</message>
<message>
<source>tissue depths</source>
<translation>Gewebetiefen</translation>
</message>
<message>
<source>to the right, mm</source>
<translation>nach rechts, mm</translation>
</message>
<message>
<source>to the sitter</source>
<translation>zum Modell</translation>
</message>
<message>
<source>to the sitter's left</source>
<translation>zu weit links (am Modell)</translation>
</message>
<message>
<source>to the sitter's right</source>
<translation>zu weit rechts (am Modell)</translation>
</message>
<message>
<source>too far back</source>
<translation>zu weit hinten</translation>
</message>
<message>
<source>too far forward</source>
<translation>zu weit vorn</translation>
</message>
<message>
<source>too far in</source>
<translation>zu weit innen</translation>
</message>
<message>
<source>too far out</source>
<translation>zu weit außen</translation>
</message>
<message>
<source>too high</source>
<translation>zu hoch</translation>
</message>
<message>
<source>too low</source>
<translation>zu tief</translation>
</message>
<message>
<source>tool</source>
<translation>Werkzeug</translation>
</message>
<message>
<source>top of the brow</source>
<translation>Oberkante der Braue</translation>
</message>
<message>
<source>top of the brow, left</source>
<translation>Oberkante der Braue, links</translation>
</message>
<message>
<source>top of the brow, right</source>
<translation>Oberkante der Braue, rechts</translation>
</message>
<message>
<source>top of the ear</source>
<translation>Oberkante des Ohrs</translation>
</message>
<message>
<source>top of the ear L</source>
<translation>Oberkante des Ohrs L</translation>
</message>
<message>
<source>top of the ear R</source>
<translation>Oberkante des Ohrs R</translation>
</message>
<message>
<source>top of the ear, left</source>
<translation>Oberkante des Ohrs, links</translation>
</message>
<message>
<source>top of the ear, right</source>
<translation>Oberkante des Ohrs, rechts</translation>
</message>
<message>
<source>top of the head</source>
<translation>Scheitel</translation>
</message>
<message>
<source>top of the opening of the ear canal</source>
<translation>Oberkante der Öffnung des Gehörgangs</translation>
</message>
<message>
<source>triangles wanted</source>
<translation>gewünschte Dreiecke</translation>
</message>
<message>
<source>true or false</source>
<translation>wahr oder falsch</translation>
</message>
<message>
<source>tube</source>
<translation>Rohr</translation>
</message>
<message>
<source>turn</source>
<translation>Drehung</translation>
</message>
<message>
<source>turn about {0}</source>
<translation>um {0} drehen</translation>
</message>
<message>
<source>turn by</source>
<translation>drehen um</translation>
</message>
<message>
<source>turned</source>
<translation>gedreht</translation>
</message>
<message>
<source>turned faces</source>
<translation>gekehrte Flächen</translation>
</message>
<message>
<source>turned round</source>
<translation>umgekehrt</translation>
</message>
<message>
<source>turning faces alike</source>
<translation>Flächen werden gleich gerichtet</translation>
</message>
<message>
<source>turning the net along the form</source>
<translation>das Netz wird längs der Form gedreht</translation>
</message>
<message>
<source>turntable</source>
<translation>Drehscheibe</translation>
</message>
<message>
<source>two of its pictures have one id</source>
<translation>zwei seiner Bilder haben eine Kennung</translation>
</message>
<message>
<source>two pieces are called {0}</source>
<translation>zwei Stücke heißen {0}</translation>
</message>
<message>
<source>under 0.1</source>
<translation>unter 0,1</translation>
</message>
<message>
<source>under 0.1 mm</source>
<translation>unter 0,1 mm</translation>
</message>
<message>
<source>under the nose</source>
<translation>unter der Nase</translation>
</message>
<message>
<source>unsaved changes</source>
<translation>ungesicherte Änderungen</translation>
</message>
<message>
<source>unusable face</source>
<translation>unbrauchbare Fläche</translation>
</message>
<message>
<source>up</source>
<translation>auf</translation>
</message>
<message>
<source>up and down</source>
<translation>auf und ab</translation>
</message>
<message>
<source>up to {0:.1f} mm {1}</source>
<translation>bis zu {0:.1f} mm {1}</translation>
</message>
<message>
<source>up, mm</source>
<translation>nach oben, mm</translation>
</message>
<message>
<source>upper arm</source>
<translation>Oberarm</translation>
</message>
<message>
<source>upper arm (shoulder to elbow)</source>
<translation>Oberarm (Schulter bis Ellbogen)</translation>
</message>
<message>
<source>upper arm out</source>
<translation>Oberarm auswärts</translation>
</message>
<message>
<source>upper arm_l</source>
<translation>Oberarm_l</translation>
</message>
<message>
<source>upper attachment of the ear to the head</source>
<translation>obere Anheftung des Ohrs am Kopf</translation>
</message>
<message>
<source>upper border of the brow, from the nose outwards</source>
<translation>obere Grenze der Braue, von der Nase nach außen</translation>
</message>
<message>
<source>upper ear root</source>
<translation>obere Ohrwurzel</translation>
</message>
<message>
<source>upper ear root, left</source>
<translation>obere Ohrwurzel, links</translation>
</message>
<message>
<source>upper ear root, right</source>
<translation>obere Ohrwurzel, rechts</translation>
</message>
<message>
<source>upper edge of the lower lip where the mouth is open, from corner to corner</source>
<translation>oberer Rand der Unterlippe, wo der Mund offen ist, von Winkel zu Winkel</translation>
</message>
<message>
<source>upper edge of the red of the lips, from corner to corner</source>
<translation>oberer Rand des Lippenrots, von Winkel zu Winkel</translation>
</message>
<message>
<source>upper face height</source>
<translation>Höhe des Obergesichts</translation>
</message>
<message>
<source>upper lid</source>
<translation>Oberlid</translation>
</message>
<message>
<source>upper lid l</source>
<translation>Oberlid L</translation>
</message>
<message>
<source>upper lid margin</source>
<translation>Oberlidrand</translation>
</message>
<message>
<source>upper lid margin L</source>
<translation>Oberlidrand L</translation>
</message>
<message>
<source>upper lid margin R</source>
<translation>Oberlidrand R</translation>
</message>
<message>
<source>upper lid margin, left</source>
<translation>Oberlidrand, links</translation>
</message>
<message>
<source>upper lid margin, right</source>
<translation>Oberlidrand, rechts</translation>
</message>
<message>
<source>upper lid r</source>
<translation>Oberlid R</translation>
</message>
<message>
<source>upper lid, left</source>
<translation>Oberlid, links</translation>
</message>
<message>
<source>upper lid, right</source>
<translation>Oberlid, rechts</translation>
</message>
<message>
<source>upper lid_l</source>
<translation>Oberlid_l</translation>
</message>
<message>
<source>upper lip</source>
<translation>Oberlippe</translation>
</message>
<message>
<source>upper lip border</source>
<translation>Oberlippengrenze</translation>
</message>
<message>
<source>upper lip height</source>
<translation>Höhe der Oberlippe</translation>
</message>
<message>
<source>upper red</source>
<translation>Rot oben</translation>
</message>
<message>
<source>usual</source>
<translation>üblich</translation>
</message>
<message>
<source>vertex {0} has a position that is not a number</source>
<translation>Punkt {0} hat einen Ort, der keine Zahl ist</translation>
</message>
<message>
<source>very light</source>
<translation>sehr hell</translation>
</message>
<message>
<source>view of the sheet</source>
<translation>Ansicht des Blatts</translation>
</message>
<message>
<source>view {0}</source>
<translation>Ansicht {0}</translation>
</message>
<message>
<source>volume {0:+.2f} %</source>
<translation>Volumen {0:+.2f} %</translation>
</message>
<message>
<source>was never seen here</source>
<translation>wurde hier nie gesehen</translation>
</message>
<message>
<source>was of {0} when it was last read or written here</source>
<translation>war von {0}, als sie hier zuletzt gelesen oder geschrieben wurde</translation>
</message>
<message>
<source>wax</source>
<translation>Wachs</translation>
</message>
<message>
<source>wetness</source>
<translation>Nässe</translation>
</message>
<message>
<source>what</source>
<translation>was</translation>
</message>
<message>
<source>what does not fit one head</source>
<translation>was nicht zu einem Kopf passt</translation>
</message>
<message>
<source>what is exaggerated</source>
<translation>was übertrieben wird</translation>
</message>
<message>
<source>what is measured</source>
<translation>was gemessen wird</translation>
</message>
<message>
<source>what makes this face this face</source>
<translation>was dieses Gesicht zu diesem Gesicht macht</translation>
</message>
<message>
<source>what pressure acts on</source>
<translation>worauf der Druck wirkt</translation>
</message>
<message>
<source>what the clay is compared with</source>
<translation>womit der Ton verglichen wird</translation>
</message>
<message>
<source>what the mask is made of</source>
<translation>woraus die Maske gemacht wird</translation>
</message>
<message>
<source>what the view shows</source>
<translation>was die Ansicht zeigt</translation>
</message>
<message>
<source>what was measured</source>
<translation>was gemessen wurde</translation>
</message>
<message>
<source>where the base of the wing ends in the upper lip</source>
<translation>wo die Basis des Flügels in der Oberlippe endet</translation>
</message>
<message>
<source>where the columella meets the upper lip</source>
<translation>wo der Steg auf die Oberlippe trifft</translation>
</message>
<message>
<source>where the curve of the wing meets the cheek</source>
<translation>wo die Krümmung des Flügels auf die Wange trifft</translation>
</message>
<message>
<source>where the underside of the chin meets the neck</source>
<translation>wo die Unterseite des Kinns auf den Hals trifft</translation>
</message>
<message>
<source>which map</source>
<translation>welche Karte</translation>
</message>
<message>
<source>which measures</source>
<translation>welche Maße</translation>
</message>
<message>
<source>widest point at the angle of the jaw</source>
<translation>breitester Punkt am Kieferwinkel</translation>
</message>
<message>
<source>widest point of the braincase</source>
<translation>breitester Punkt des Hirnschädels</translation>
</message>
<message>
<source>widest point of the cheekbone arch</source>
<translation>breitester Punkt des Jochbogens</translation>
</message>
<message>
<source>widest point of the nose wing</source>
<translation>breitester Punkt des Nasenflügels</translation>
</message>
<message>
<source>width</source>
<translation>Breite</translation>
</message>
<message>
<source>window-seat</source>
<translation>Fensterplatz</translation>
</message>
<message>
<source>wing at the cheek</source>
<translation>Flügel an der Wange</translation>
</message>
<message>
<source>wing at the cheek L</source>
<translation>Flügel an der Wange L</translation>
</message>
<message>
<source>wing at the cheek, left</source>
<translation>Flügel an der Wange, links</translation>
</message>
<message>
<source>wing at the cheek, right</source>
<translation>Flügel an der Wange, rechts</translation>
</message>
<message>
<source>wing base</source>
<translation>Flügelbasis</translation>
</message>
<message>
<source>wing base, left</source>
<translation>Flügelbasis, links</translation>
</message>
<message>
<source>wing base, right</source>
<translation>Flügelbasis, rechts</translation>
</message>
<message>
<source>wish</source>
<translation>Wunsch</translation>
</message>
<message>
<source>wished</source>
<translation>gewünscht</translation>
</message>
<message>
<source>wished value</source>
<translation>gewünschter Wert</translation>
</message>
<message>
<source>with asymmetry</source>
<translation>asymmetrisch</translation>
</message>
<message>
<source>with colours</source>
<translation>mit Farben</translation>
</message>
<message>
<source>with the lines drawn on the photos</source>
<translation>mit den auf den Fotos gezeichneten Linien</translation>
</message>
<message>
<source>within its uncertainty</source>
<translation>innerhalb seiner Unsicherheit</translation>
</message>
<message>
<source>without colours, which the format does not carry</source>
<translation>ohne Farben, die das Format nicht trägt</translation>
</message>
<message>
<source>woman</source>
<translation>Frau</translation>
</message>
<message>
<source>woman – man</source>
<translation>Frau – Mann</translation>
</message>
<message>
<source>words, with spaces between</source>
<translation>Wörter, mit Leerzeichen dazwischen</translation>
</message>
<message>
<source>working out how sure it is</source>
<translation>es wird ausgerechnet, wie sicher es ist</translation>
</message>
<message>
<source>working out the map</source>
<translation>die Karte wird ausgerechnet</translation>
</message>
<message>
<source>worst</source>
<translation>schlimmste</translation>
</message>
<message>
<source>wrinkles</source>
<translation>Falten</translation>
</message>
<message>
<source>years</source>
<translation>Jahre</translation>
</message>
<message>
<source>years of the sitter</source>
<translation>Jahre des Modells</translation>
</message>
<message>
<source>years?</source>
<translation>Jahre?</translation>
</message>
<message>
<source>{0:.0f} %</source>
<translation>{0:.0f} %</translation>
</message>
<message>
<source>{0:.0f} k</source>
<translation>{0:.0f} T</translation>
</message>
<message>
<source>{0:.0f} mm lens</source>
<translation>Objektiv {0:.0f} mm</translation>
</message>
<message>
<source>{0:.0f} mm of a line go along.</source>
<translation>{0:.0f} mm einer Linie gehen mit.</translation>
</message>
<message>
<source>{0:.1f} k</source>
<translation>{0:.1f} T</translation>
</message>
<message>
<source>{0:.1f} mm along the surface</source>
<translation>{0:.1f} mm längs der Oberfläche</translation>
</message>
<message>
<source>{0:.1f} mm off over {1} landmarks ({2})</source>
<translation>{0:.1f} mm daneben über {1} Messpunkte ({2})</translation>
</message>
<message>
<source>{0:.2f} mm off (root mean square), half of it within {1:.2f} mm, at most {2:+.1f} and {3:+.1f} mm{4}.</source>
<translation>{0:.2f} mm daneben (quadratisches Mittel), die Hälfte davon innerhalb {1:.2f} mm, höchstens {2:+.1f} und {3:+.1f} mm{4}.</translation>
</message>
<message>
<source>{0:g} is no share; 0 to 1 makes sense.</source>
<translation>{0:g} ist kein Anteil; 0 bis 1 ist sinnvoll.</translation>
</message>
<message>
<source>{0:g} times makes no sense; {1:g}, the norm, to {2:g} do.</source>
<translation>{0:g}-fach ist nicht sinnvoll; {1:g}, die Norm, bis {2:g} sind es.</translation>
</message>
<message>
<source>{0} (level {1})</source>
<translation>{0} (Stufe {1})</translation>
</message>
<message>
<source>{0} (was {1})</source>
<translation>{0} (war {1})</translation>
</message>
<message>
<source>{0} Choose a row to see its peg.</source>
<translation>{0} Eine Zeile wählen, um ihren Stift zu sehen.</translation>
</message>
<message>
<source>{0} Drag the golden dot, or set the angle.</source>
<translation>{0} Den goldenen Punkt ziehen oder den Winkel stellen.</translation>
</message>
<message>
<source>{0} It is symmetric.</source>
<translation>{0} Es ist symmetrisch.</translation>
</message>
<message>
<source>{0} It was left out.</source>
<translation>{0} Sie wurde weggelassen.</translation>
</message>
<message>
<source>{0} They are in the panel Form layers.</source>
<translation>{0} Sie sind in der Tafel Formschichten.</translation>
</message>
<message>
<source>{0} a drawing</source>
<translation>eine Zeichnung: {0}</translation>
</message>
<message>
<source>{0} alone</source>
<translation>{0} allein</translation>
</message>
<message>
<source>{0} and {1}</source>
<translation>{0} und {1}</translation>
</message>
<message>
<source>{0} anew</source>
<translation>{0} neu</translation>
</message>
<message>
<source>{0} as clay</source>
<translation>{0} als Ton</translation>
</message>
<message>
<source>{0} at {1:.0f} %</source>
<translation>{0} auf {1:.0f} %</translation>
</message>
<message>
<source>{0} balls. Clothed, about {1} quads.</source>
<translation>{0} Kugeln. Bekleidet etwa {1} Vierecke.</translation>
</message>
<message>
<source>{0} becomes pigments</source>
<translation>{0} wird zu Pigmenten</translation>
</message>
<message>
<source>{0} can only be read with {1}, which Yewfinch does not know. Export it without.</source>
<translation>{0} lässt sich nur mit {1} lesen, das Yewfinch nicht kennt. Ohne dies ausgeben.</translation>
</message>
<message>
<source>{0} cannot be read ({1}).</source>
<translation>{0} kann nicht gelesen werden ({1}).</translation>
</message>
<message>
<source>{0} cannot be read as a picture any more.</source>
<translation>{0} lässt sich nicht mehr als Bild lesen.</translation>
</message>
<message>
<source>{0} cannot be read: {1}.</source>
<translation>{0} kann nicht gelesen werden: {1}.</translation>
</message>
<message>
<source>{0} cannot be used: {1}.</source>
<translation>{0} lässt sich nicht benutzen: {1}.</translation>
</message>
<message>
<source>{0} cannot be written: {1}. Choose another place.</source>
<translation>{0} lässt sich nicht schreiben: {1}. Einen anderen Ort wählen.</translation>
</message>
<message>
<source>{0} carries colour only. Tick what strokes lay on:</source>
<translation>{0} trägt nur Farbe. Anhaken, was Striche auflegen:</translation>
</message>
<message>
<source>{0} carries {1}. Tick what strokes lay on:</source>
<translation>{0} trägt {1}. Anhaken, was Striche auflegen:</translation>
</message>
<message>
<source>{0} claims a shape of {1}</source>
<translation>{0} behauptet eine Form von {1}</translation>
</message>
<message>
<source>{0} claims more than a portrait can hold and is not opened.</source>
<translation>{0} behauptet mehr, als ein Porträt halten kann, und wird nicht geöffnet.</translation>
</message>
<message>
<source>{0} claims {1} of '{2}', more than it can hold.</source>
<translation>{0} behauptet {1} von „{2}“, mehr als es halten kann.</translation>
</message>
<message>
<source>{0} claims {1} rows</source>
<translation>{0} behauptet {1} Zeilen</translation>
</message>
<message>
<source>{0} claims {1} rows of nothing.</source>
<translation>{0} behauptet {1} Zeilen von nichts.</translation>
</message>
<message>
<source>{0} clay</source>
<translation>{0}, Ton</translation>
</message>
<message>
<source>{0} colours are the most that are kept. Drop one first.</source>
<translation>Mehr als {0} Farben werden nicht aufgehoben. Erst eine fallen lassen.</translation>
</message>
<message>
<source>{0} copies make no sense; 1 to {1} do.</source>
<translation>{0} Kopien sind nicht sinnvoll; 1 bis {1} sind es.</translation>
</message>
<message>
<source>{0} copy</source>
<translation>{0} Kopie</translation>
</message>
<message>
<source>{0} cut{1}.</source>
<translation>{0} geschnitten{1}.</translation>
</message>
<message>
<source>{0} design sheet</source>
<translation>Entwurfsblatt {0}</translation>
</message>
<message>
<source>{0} does not say in which unit it is.</source>
<translation>{0} sagt nicht, in welcher Einheit es ist.</translation>
</message>
<message>
<source>{0} doubtful: choose one to see it, drag it (L) or say that it looks right, then lay on again.</source>
<translation>{0} zweifelhaft: einen wählen, um ihn zu sehen, ihn ziehen (L) oder für richtig erklären, dann noch einmal auflegen.</translation>
</message>
<message>
<source>{0} ends before its last row.</source>
<translation>{0} endet vor seiner letzten Zeile.</translation>
</message>
<message>
<source>{0} ends in the middle of a triangle.</source>
<translation>{0} endet mitten in einem Dreieck.</translation>
</message>
<message>
<source>{0} equal sectors.</source>
<translation>{0} gleiche Sektoren.</translation>
</message>
<message>
<source>{0} eye</source>
<translation>{0} Auge</translation>
</message>
<message>
<source>{0} faces are more than the {1} allowed</source>
<translation>{0} Flächen sind mehr als die erlaubten {1}</translation>
</message>
<message>
<source>{0} finger, end</source>
<translation>{0}finger, Ende</translation>
</message>
<message>
<source>{0} finger, knuckle</source>
<translation>{0}finger, Grundgelenk</translation>
</message>
<message>
<source>{0} finger, middle</source>
<translation>{0}finger, Mitte</translation>
</message>
<message>
<source>{0} follows another piece.</source>
<translation>{0} folgt einem anderen Stück.</translation>
</message>
<message>
<source>{0} follows another piece. Lay the texture on that one, or settle it first.</source>
<translation>{0} folgt einem anderen Stück. Die Textur auf jenes legen oder dieses erst festigen.</translation>
</message>
<message>
<source>{0} freed</source>
<translation>{0} freigegeben</translation>
</message>
<message>
<source>{0} has a '{1}' of absurd size ({2} bytes) and is not opened.</source>
<translation>{0} hat ein „{1}“ von unsinniger Größe ({2} Bytes) und wird nicht geöffnet.</translation>
</message>
<message>
<source>{0} has a buffer that is cut short.</source>
<translation>{0} hat einen abgeschnittenen Puffer.</translation>
</message>
<message>
<source>{0} has a face of {1} corners; at most {2} can be used.</source>
<translation>{0} hat eine Fläche mit {1} Ecken; höchstens {2} lassen sich benutzen.</translation>
</message>
<message>
<source>{0} has a header that is damaged: '{1}'.</source>
<translation>{0} hat einen beschädigten Kopf: „{1}“.</translation>
</message>
<message>
<source>{0} has a header that is damaged: properties are given twice.</source>
<translation>{0} hat einen beschädigten Kopf: Eigenschaften sind doppelt angegeben.</translation>
</message>
<message>
<source>{0} has a line of more than {1} million characters.</source>
<translation>{0} hat eine Zeile von mehr als {1} Millionen Zeichen.</translation>
</message>
<message>
<source>{0} has a list of {1} values in a row of {2}.</source>
<translation>{0} hat eine Liste von {1} Werten in einer Zeile von {2}.</translation>
</message>
<message>
<source>{0} has a list of {1} values, which no face has.</source>
<translation>{0} hat eine Liste von {1} Werten, die keine Fläche hat.</translation>
</message>
<message>
<source>{0} has a photo of absurd size ({1} x {2}).</source>
<translation>{0} hat ein Foto von unsinniger Größe ({1} × {2}).</translation>
</message>
<message>
<source>{0} has a row that is damaged: '{1}'.</source>
<translation>{0} hat eine beschädigte Zeile: „{1}“.</translation>
</message>
<message>
<source>{0} has a stamp of absurd width ({1:g} mm).</source>
<translation>{0} hat einen Stempel von unsinniger Breite ({1:g} mm).</translation>
</message>
<message>
<source>{0} has a stamp that cannot be used: {1}</source>
<translation>{0} hat einen Stempel, der sich nicht benutzen lässt: {1}</translation>
</message>
<message>
<source>{0} has a vertex that is no place: '{1}'.</source>
<translation>{0} hat einen Punkt, der kein Ort ist: „{1}“.</translation>
</message>
<message>
<source>{0} has an absurdly large description and is not opened.</source>
<translation>{0} hat eine unsinnig große Beschreibung und wird nicht geöffnet.</translation>
</message>
<message>
<source>{0} has an unknown array version</source>
<translation>{0} hat eine unbekannte Feldversion</translation>
</message>
<message>
<source>{0} has faces that name vertices it does not have.</source>
<translation>{0} hat Flächen, die Punkte nennen, die es nicht hat.</translation>
</message>
<message>
<source>{0} has more faces than can be used ({1}).</source>
<translation>{0} hat mehr Flächen, als sich benutzen lassen ({1}).</translation>
</message>
<message>
<source>{0} has more layers than the {1} that a piece can have.</source>
<translation>{0} hat mehr Schichten als die {1}, die ein Stück haben kann.</translation>
</message>
<message>
<source>{0} has more vertices or faces than can be used.</source>
<translation>{0} hat mehr Punkte oder Flächen, als sich benutzen lassen.</translation>
</message>
<message>
<source>{0} has no vertices or no faces.</source>
<translation>{0} hat keine Punkte oder keine Flächen.</translation>
</message>
<message>
<source>{0} has no vertices.</source>
<translation>{0} hat keine Punkte.</translation>
</message>
<message>
<source>{0} has one level. Coarse levels move big masses, and the finer ones go along.</source>
<translation>{0} hat eine Stufe. Grobe Stufen bewegen große Massen, und die feineren gehen mit.</translation>
</message>
<message>
<source>{0} has two stamps of one id.</source>
<translation>{0} hat zwei Stempel einer Kennung.</translation>
</message>
<message>
<source>{0} has vertices without places, or faces without vertices.</source>
<translation>{0} hat Punkte ohne Orte oder Flächen ohne Punkte.</translation>
</message>
<message>
<source>{0} has {1:.0f} million pixels; at most {2} million can be opened. Scale it down first.</source>
<translation>{0} hat {1:.0f} Millionen Pixel; höchstens {2} Millionen lassen sich öffnen. Erst verkleinern.</translation>
</message>
<message>
<source>{0} has {1} MB; a stamp may have {2} MB. Make the picture smaller first.</source>
<translation>{0} hat {1} MB; ein Stempel darf {2} MB haben. Das Bild erst verkleinern.</translation>
</message>
<message>
<source>{0} has {1} stamps; {2} are allowed.</source>
<translation>{0} hat {1} Stempel; {2} sind erlaubt.</translation>
</message>
<message>
<source>{0} has {1} x {2} pixels, which is too many.</source>
<translation>{0} hat {1} × {2} Pixel, das sind zu viele.</translation>
</message>
<message>
<source>{0} holds no faces; there is nothing to import.</source>
<translation>{0} enthält keine Flächen; es gibt nichts einzulesen.</translation>
</message>
<message>
<source>{0} holds no marks.</source>
<translation>{0} enthält keine Marken.</translation>
</message>
<message>
<source>{0} holds positions that are not numbers.</source>
<translation>{0} enthält Orte, die keine Zahlen sind.</translation>
</message>
<message>
<source>{0} holds values that are no numbers, or absurd</source>
<translation>{0} enthält Werte, die keine Zahlen oder unsinnig sind</translation>
</message>
<message>
<source>{0} holds {1} MB, which is too much for the memory that is free here. Close other programs, or open it on a larger machine.</source>
<translation>{0} enthält {1} MB, zu viel für den hier freien Speicher. Andere Programme schließen oder auf einer größeren Maschine öffnen.</translation>
</message>
<message>
<source>{0} in a window</source>
<translation>{0} im Fenster</translation>
</message>
<message>
<source>{0} is a PLY file of a kind that does not exist.</source>
<translation>{0} ist eine PLY-Datei einer Art, die es nicht gibt.</translation>
</message>
<message>
<source>{0} is a solid: settle it into clay first (panel Solids), or move it (U).</source>
<translation>{0} ist ein Grundkörper: erst zu Ton festigen (Tafel Grundkörper) oder bewegen (U).</translation>
</message>
<message>
<source>{0} is an armature: clothe it into clay first (panel Armature), or move its balls (N).</source>
<translation>{0} ist ein Gerüst: erst mit Ton bekleiden (Tafel Gerüst) oder seine Kugeln bewegen (N).</translation>
</message>
<message>
<source>{0} is an array of a type that does not exist</source>
<translation>{0} ist ein Feld einer Art, die es nicht gibt</translation>
</message>
<message>
<source>{0} is an eye: set it in the panel Eyes, or settle it into clay there.</source>
<translation>{0} ist ein Auge: in der Tafel Augen einstellen oder dort festigen.</translation>
</message>
<message>
<source>{0} is clay now; undo gives its measures back.</source>
<translation>{0} ist nun Ton; Rückgängig gibt seine Maße zurück.</translation>
</message>
<message>
<source>{0} is cut short</source>
<translation>{0} ist abgeschnitten</translation>
</message>
<message>
<source>{0} is cut short, or its lists are damaged.</source>
<translation>{0} ist abgeschnitten, oder seine Listen sind beschädigt.</translation>
</message>
<message>
<source>{0} is cut short.</source>
<translation>{0} ist abgeschnitten.</translation>
</message>
<message>
<source>{0} is cut short; nothing was imported.</source>
<translation>{0} ist abgeschnitten; nichts wurde eingelesen.</translation>
</message>
<message>
<source>{0} is damaged or no OpenRaster file; nothing was taken.</source>
<translation>{0} ist beschädigt oder keine OpenRaster-Datei; nichts wurde genommen.</translation>
</message>
<message>
<source>{0} is damaged or no Yewfinch portrait.</source>
<translation>{0} ist beschädigt oder kein Yewfinch-Porträt.</translation>
</message>
<message>
<source>{0} is damaged or no glTF 2.0 file; nothing was imported.</source>
<translation>{0} ist beschädigt oder keine glTF-2.0-Datei; nichts wurde eingelesen.</translation>
</message>
<message>
<source>{0} is damaged or too large to open.</source>
<translation>{0} ist beschädigt oder zu groß zum Öffnen.</translation>
</message>
<message>
<source>{0} is damaged: '{1}' claims levels that cannot be.</source>
<translation>{0} ist beschädigt: „{1}“ behauptet Stufen, die nicht sein können.</translation>
</message>
<message>
<source>{0} is damaged: '{1}' stands on none of its levels.</source>
<translation>{0} ist beschädigt: „{1}“ steht auf keiner seiner Stufen.</translation>
</message>
<message>
<source>{0} is damaged: a buffer within it cannot be read.</source>
<translation>{0} ist beschädigt: Ein Puffer darin lässt sich nicht lesen.</translation>
</message>
<message>
<source>{0} is damaged: a morph target has another size than its mesh.</source>
<translation>{0} ist beschädigt: Ein Formziel hat eine andere Größe als sein Netz.</translation>
</message>
<message>
<source>{0} is damaged: a part of it cannot be unpacked.</source>
<translation>{0} ist beschädigt: Ein Teil davon lässt sich nicht entpacken.</translation>
</message>
<message>
<source>{0} is damaged: a piece follows another in a way that makes no sense.</source>
<translation>{0} ist beschädigt: Ein Stück folgt einem anderen auf unsinnige Weise.</translation>
</message>
<message>
<source>{0} is damaged: in its manifest, {1}.</source>
<translation>{0} ist beschädigt: in seinem Verzeichnis {1}.</translation>
</message>
<message>
<source>{0} is damaged: it changes rows that it does not have.</source>
<translation>{0} ist beschädigt: Es ändert Zeilen, die es nicht hat.</translation>
</message>
<message>
<source>{0} is damaged: it lacks a buffer.</source>
<translation>{0} ist beschädigt: Ihm fehlt ein Puffer.</translation>
</message>
<message>
<source>{0} is damaged: it names a {1} that it does not have.</source>
<translation>{0} ist beschädigt: Es nennt ein {1}, das es nicht hat.</translation>
</message>
<message>
<source>{0} is damaged: its base head has level {1}.</source>
<translation>{0} ist beschädigt: Sein Grundkopf hat Stufe {1}.</translation>
</message>
<message>
<source>{0} is damaged: its manifest cannot be read.</source>
<translation>{0} ist beschädigt: Sein Verzeichnis lässt sich nicht lesen.</translation>
</message>
<message>
<source>{0} is damaged: its manifest holds {1}.</source>
<translation>{0} ist beschädigt: Sein Verzeichnis enthält {1}.</translation>
</message>
<message>
<source>{0} is damaged: its manifest is nested absurdly deep.</source>
<translation>{0} ist beschädigt: Sein Verzeichnis ist unsinnig tief verschachtelt.</translation>
</message>
<message>
<source>{0} is damaged: its nodes stand in a circle.</source>
<translation>{0} ist beschädigt: Seine Knoten stehen im Kreis.</translation>
</message>
<message>
<source>{0} is damaged: its numbers reach beyond their buffer.</source>
<translation>{0} ist beschädigt: Seine Zahlen reichen über ihren Puffer hinaus.</translation>
</message>
<message>
<source>{0} is damaged: its picture data cannot be read.</source>
<translation>{0} ist beschädigt: Seine Bilddaten lassen sich nicht lesen.</translation>
</message>
<message>
<source>{0} is damaged: its skin does not fit its mesh.</source>
<translation>{0} ist beschädigt: Seine Haut passt nicht zu seinem Netz.</translation>
</message>
<message>
<source>{0} is damaged: its skin has fewer matrices than joints.</source>
<translation>{0} ist beschädigt: Seine Haut hat weniger Matrizen als Gelenke.</translation>
</message>
<message>
<source>{0} is damaged: its stencil has no stamp, or another grid.</source>
<translation>{0} ist beschädigt: Seine Schablone hat keinen Stempel oder ein anderes Gitter.</translation>
</message>
<message>
<source>{0} is damaged: its stencil makes no sense ({1}).</source>
<translation>{0} ist beschädigt: Seine Schablone ist unsinnig ({1}).</translation>
</message>
<message>
<source>{0} is damaged: level {1} of '{2}' has another size than its faces tell.</source>
<translation>{0} ist beschädigt: Stufe {1} von „{2}“ hat eine andere Größe, als ihre Flächen sagen.</translation>
</message>
<message>
<source>{0} is damaged: level {1} of '{2}' is not all there.</source>
<translation>{0} ist beschädigt: Stufe {1} von „{2}“ ist nicht ganz da.</translation>
</message>
<message>
<source>{0} is damaged: numbers of it are of a kind that does not exist.</source>
<translation>{0} ist beschädigt: Zahlen darin sind von einer Art, die es nicht gibt.</translation>
</message>
<message>
<source>{0} is damaged: regions of level {1} of '{2}' do not fit together.</source>
<translation>{0} ist beschädigt: Bereiche der Stufe {1} von „{2}“ passen nicht zusammen.</translation>
</message>
<message>
<source>{0} is damaged: the coarsest level of '{1}' is no surface ({2}).</source>
<translation>{0} ist beschädigt: Die gröbste Stufe von „{1}“ ist keine Fläche ({2}).</translation>
</message>
<message>
<source>{0} is damaged: the colour layers of '{1}' do not fit together.</source>
<translation>{0} ist beschädigt: Die Farbschichten von „{1}“ passen nicht zusammen.</translation>
</message>
<message>
<source>{0} is damaged: the layers of '{1}' do not fit together.</source>
<translation>{0} ist beschädigt: Die Schichten von „{1}“ passen nicht zusammen.</translation>
</message>
<message>
<source>{0} is damaged: the state '{1}' of '{2}' does not fit it.</source>
<translation>{0} ist beschädigt: Der Zustand „{1}“ von „{2}“ passt nicht dazu.</translation>
</message>
<message>
<source>{0} is damaged: there is no base figure '{1}'.</source>
<translation>{0} ist beschädigt: Es gibt keine Grundfigur „{1}“.</translation>
</message>
<message>
<source>{0} is damaged: {1}</source>
<translation>{0} ist beschädigt: {1}</translation>
</message>
<message>
<source>{0} is damaged: {1}.</source>
<translation>{0} ist beschädigt: {1}.</translation>
</message>
<message>
<source>{0} is damaged; nothing was imported.</source>
<translation>{0} ist beschädigt; nichts wurde eingelesen.</translation>
</message>
<message>
<source>{0} is dense: 'Show in colours' measures it.</source>
<translation>{0} ist dicht: „Farben“ misst es.</translation>
</message>
<message>
<source>{0} is glTF {1}; version 2 can be read. Convert it first.</source>
<translation>{0} ist glTF {1}; Version 2 lässt sich lesen. Erst umwandeln.</translation>
</message>
<message>
<source>{0} is in one part: there is nothing to split.</source>
<translation>{0} ist in einem Teil: Es gibt nichts zu teilen.</translation>
</message>
<message>
<source>{0} is in {1} parts; more than {2} are not made into pieces. Drop specks first.</source>
<translation>{0} ist in {1} Teilen; mehr als {2} werden nicht zu Stücken. Erst Krümel weglassen.</translation>
</message>
<message>
<source>{0} is inside out: what lays clay on takes it away. 'Mend the chosen piece' in the panel Mend and reduce turns it round.</source>
<translation>{0} ist umgestülpt: Was Ton auflegt, nimmt ihn weg. „Das gewählte Stück flicken“ in der Tafel Flicken und verringern kehrt es um.</translation>
</message>
<message>
<source>{0} is larger than {1} GB and is not opened.</source>
<translation>{0} ist größer als {1} GB und wird nicht geöffnet.</translation>
</message>
<message>
<source>{0} is larger than {1} MB. Scale it down first.</source>
<translation>{0} ist größer als {1} MB. Erst verkleinern.</translation>
</message>
<message>
<source>{0} is locked, an armature or a guide.</source>
<translation>{0} ist gesperrt, ein Gerüst oder ein Leitkörper.</translation>
</message>
<message>
<source>{0} is locked, or follows another piece.</source>
<translation>{0} ist gesperrt oder folgt einem anderen Stück.</translation>
</message>
<message>
<source>{0} is locked, or no clay yet.</source>
<translation>{0} ist gesperrt oder noch kein Ton.</translation>
</message>
<message>
<source>{0} is locked.</source>
<translation>{0} ist gesperrt.</translation>
</message>
<message>
<source>{0} is neither a photo, a portrait nor a 3D file.</source>
<translation>{0} ist weder ein Foto noch ein Porträt noch eine 3D-Datei.</translation>
</message>
<message>
<source>{0} is no Yewfinch portrait: it has no {1}.</source>
<translation>{0} ist kein Yewfinch-Porträt: Es hat kein {1}.</translation>
</message>
<message>
<source>{0} is no array of a portrait</source>
<translation>{0} ist kein Feld eines Porträts</translation>
</message>
<message>
<source>{0} is no clay yet. Settle or clothe it first.</source>
<translation>{0} ist noch kein Ton. Erst festigen oder bekleiden.</translation>
</message>
<message>
<source>{0} is no file that can be written over. Choose another place.</source>
<translation>{0} ist keine Datei, die sich überschreiben lässt. Einen anderen Ort wählen.</translation>
</message>
<message>
<source>{0} is no list of marks.</source>
<translation>{0} ist keine Liste von Marken.</translation>
</message>
<message>
<source>{0} is no list of marks: its first line lacks {1}.</source>
<translation>{0} ist keine Liste von Marken: Seiner ersten Zeile fehlt {1}.</translation>
</message>
<message>
<source>{0} is no solid. Choose another, or begin one in the panel Solids.</source>
<translation>{0} ist kein Grundkörper. Einen anderen wählen oder in der Tafel Grundkörper einen beginnen.</translation>
</message>
<message>
<source>{0} is no text file. Marks are read from .csv or .json.</source>
<translation>{0} ist keine Textdatei. Marken werden aus .csv oder .json gelesen.</translation>
</message>
<message>
<source>{0} is not a GLB file.</source>
<translation>{0} ist keine GLB-Datei.</translation>
</message>
<message>
<source>{0} is not a PLY file.</source>
<translation>{0} ist keine PLY-Datei.</translation>
</message>
<message>
<source>{0} is not a photo that can be opened. Use a JPEG, PNG, WebP or TIFF file.</source>
<translation>{0} ist kein Foto, das sich öffnen lässt. Eine JPEG-, PNG-, WebP- oder TIFF-Datei nehmen.</translation>
</message>
<message>
<source>{0} is not an STL file, or it is cut short.</source>
<translation>{0} ist keine STL-Datei oder abgeschnitten.</translation>
</message>
<message>
<source>{0} is not there any more</source>
<translation>{0} ist nicht mehr da</translation>
</message>
<message>
<source>{0} is not there any more.</source>
<translation>{0} ist nicht mehr da.</translation>
</message>
<message>
<source>{0} is on the key {1} now.</source>
<translation>{0} liegt nun auf der Taste {1}.</translation>
</message>
<message>
<source>{0} is only {1} x {2} pixels; a photo needs at least {3} on each side.</source>
<translation>{0} hat nur {1} × {2} Pixel; ein Foto braucht mindestens {3} auf jeder Seite.</translation>
</message>
<message>
<source>{0} is open in another window, too. Saving asks before one replaces the other's work.</source>
<translation>{0} ist auch in einem anderen Fenster offen. Beim Sichern wird gefragt, ehe eines die Arbeit des anderen ersetzt.</translation>
</message>
<message>
<source>{0} is open in another window, whose work would be replaced.</source>
<translation>{0} ist in einem anderen Fenster offen, dessen Arbeit ersetzt würde.</translation>
</message>
<message>
<source>{0} is packed or locked in a way that portraits never are, and is not opened.</source>
<translation>{0} ist auf eine Weise gepackt oder gesperrt, wie Porträts es nie sind, und wird nicht geöffnet.</translation>
</message>
<message>
<source>{0} is read-only. Choose another name, or allow it to be written first.</source>
<translation>{0} ist schreibgeschützt. Einen anderen Namen wählen oder das Schreiben erst erlauben.</translation>
</message>
<message>
<source>{0} is symmetric no longer. Undo, or the panel Symmetry of shape, gives that back.</source>
<translation>{0} ist nicht mehr symmetrisch. Rückgängig oder die Tafel Symmetrie der Form gibt das zurück.</translation>
</message>
<message>
<source>{0} is the key of '{1}'; set here, it is taken from there.</source>
<translation>{0} ist die Taste von „{1}“; hier gesetzt, wird sie dort weggenommen.</translation>
</message>
<message>
<source>{0} is too large for the memory that is free here. Close other programs, or reduce it first.</source>
<translation>{0} ist zu groß für den hier freien Speicher. Andere Programme schließen oder erst verringern.</translation>
</message>
<message>
<source>{0} is too large to hold marks.</source>
<translation>{0} ist zu groß, um Marken zu enthalten.</translation>
</message>
<message>
<source>{0} is {1} {2}, not {3} {4}</source>
<translation>{0} ist {1} {2}, nicht {3} {4}</translation>
</message>
<message>
<source>{0} keeps {1:g} mm off the eyes.</source>
<translation>{0} hält {1:g} mm Abstand von den Augen.</translation>
</message>
<message>
<source>{0} known distances</source>
<translation>{0} bekannte Abstände</translation>
</message>
<message>
<source>{0} lacks the picture of its stamp '{1}'.</source>
<translation>{0} fehlt das Bild seines Stempels „{1}“.</translation>
</message>
<message>
<source>{0} landmarks</source>
<translation>{0} Messpunkte</translation>
</message>
<message>
<source>{0} landmarks and lines</source>
<translation>{0} Messpunkte und Linien</translation>
</message>
<message>
<source>{0} landmarks and {1} lines of the face lie on the clay.</source>
<translation>{0} Messpunkte und {1} Linien des Gesichts liegen auf dem Ton.</translation>
</message>
<message>
<source>{0} landmarks are</source>
<translation>{0} Messpunkte sind</translation>
</message>
<message>
<source>{0} landmarks are marked; the standpoint needs {1}. Mark {2} more, if possible one on an ear.</source>
<translation>{0} Messpunkte sind markiert; der Standpunkt braucht {1}. {2} weitere markieren, möglichst einen an einem Ohr.</translation>
</message>
<message>
<source>{0} landmarks, {1} lines; the head lies {2:.2f} mm off in the middle.</source>
<translation>{0} Messpunkte, {1} Linien; der Kopf liegt im Mittel {2:.2f} mm daneben.</translation>
</message>
<message>
<source>{0} layers are the most that a piece has. Merge some first.</source>
<translation>Mehr als {0} Schichten hat ein Stück nicht. Erst einige vereinen.</translation>
</message>
<message>
<source>{0} lids</source>
<translation>Lider von {0}</translation>
</message>
<message>
<source>{0} looks right</source>
<translation>{0} sieht richtig aus</translation>
</message>
<message>
<source>{0} marked, not solved</source>
<translation>{0} markiert, nicht gelöst</translation>
</message>
<message>
<source>{0} measures were brought over to the sitter's.</source>
<translation>{0} Maße wurden auf die des Modells gebracht.</translation>
</message>
<message>
<source>{0} names a photo outside itself ({1!r}).</source>
<translation>{0} nennt ein Foto außerhalb seiner selbst ({1!r}).</translation>
</message>
<message>
<source>{0} needs glTF {1}; version 2.0 can be read. Export it as 2.0.</source>
<translation>{0} braucht glTF {1}; Version 2.0 lässt sich lesen. Als 2.0 ausgeben.</translation>
</message>
<message>
<source>{0} needs more memory than is free here. Close other programs and open it again.</source>
<translation>{0} braucht mehr Speicher, als hier frei ist. Andere Programme schließen und noch einmal öffnen.</translation>
</message>
<message>
<source>{0} needs more memory than is free here. Close other programs, or reduce it first.</source>
<translation>{0} braucht mehr Speicher, als hier frei ist. Andere Programme schließen oder erst verringern.</translation>
</message>
<message>
<source>{0} needs the file '{1}', which cannot be read.</source>
<translation>{0} braucht die Datei „{1}“, die sich nicht lesen lässt.</translation>
</message>
<message>
<source>{0} needs the file '{1}', which does not lie in its folder. Put it there, or export as GLB.</source>
<translation>{0} braucht die Datei „{1}“, die nicht in seinem Ordner liegt. Dorthin legen oder als GLB ausgeben.</translation>
</message>
<message>
<source>{0} of the chosen layer</source>
<translation>{0} der gewählten Schicht</translation>
</message>
<message>
<source>{0} of {1:g} {2} makes no sense</source>
<translation>{0} von {1:g} {2} ist nicht sinnvoll</translation>
</message>
<message>
<source>{0} of {1} marks needed</source>
<translation>{0} von {1} nötigen Marken</translation>
</message>
<message>
<source>{0} of {1} pegs meet the clay within {2:.0f} mm.</source>
<translation>{0} von {1} Stiften treffen den Ton auf {2:.0f} mm.</translation>
</message>
<message>
<source>{0} of {1}: click where {2} sits. Left is the sitter's own.</source>
<translation>{0} von {1}: klicken, wo {2} sitzt. Links ist links am Modell.</translation>
</message>
<message>
<source>{0} on {1}</source>
<translation>{0} auf {1}</translation>
</message>
<message>
<source>{0} onto the skin</source>
<translation>{0} auf die Haut</translation>
</message>
<message>
<source>{0} out</source>
<translation>{0} auswärts</translation>
</message>
<message>
<source>{0} parts are</source>
<translation>{0} Teile sind</translation>
</message>
<message>
<source>{0} photo</source>
<translation>{0} Foto</translation>
</message>
<message>
<source>{0} photos</source>
<translation>{0} Fotos</translation>
</message>
<message>
<source>{0} photos onto the skin</source>
<translation>{0} Fotos auf die Haut</translation>
</message>
<message>
<source>{0} pieces</source>
<translation>{0} Stücke</translation>
</message>
<message>
<source>{0} portraits</source>
<translation>{0} Porträts</translation>
</message>
<message>
<source>{0} quads with edges of {1:g} mm</source>
<translation>{0} Vierecke mit Kanten von {1:g} mm</translation>
</message>
<message>
<source>{0} scars are the most that are strewn.</source>
<translation>Mehr als {0} Narben werden nicht gestreut.</translation>
</message>
<message>
<source>{0} sectors make no sense; {1} to {2} do.</source>
<translation>{0} Sektoren sind nicht sinnvoll; {1} bis {2} sind es.</translation>
</message>
<message>
<source>{0} sectors of {1}</source>
<translation>{0} Sektoren von {1}</translation>
</message>
<message>
<source>{0} strokes</source>
<translation>{0} Striche</translation>
</message>
<message>
<source>{0} takes hold of clay as a whole: no stamps.</source>
<translation>{0} fasst den Ton im Ganzen an: keine Stempel.</translation>
</message>
<message>
<source>{0} thinner than {1:.1f} mm: {2}{3}.</source>
<translation>{0} dünner als {1:.1f} mm: {2}{3}.</translation>
</message>
<message>
<source>{0} through the stencil</source>
<translation>{0} durch die Schablone</translation>
</message>
<message>
<source>{0} to the sitter</source>
<translation>{0} zum Modell</translation>
</message>
<message>
<source>{0} to {1}</source>
<translation>{0} bis {1}</translation>
</message>
<message>
<source>{0} triangles make no sense here; {1} to {2} do.</source>
<translation>{0} Dreiecke sind hier nicht sinnvoll; {1} bis {2} sind es.</translation>
</message>
<message>
<source>{0} triangles{1}.</source>
<translation>{0} Dreiecke{1}.</translation>
</message>
<message>
<source>{0} vertices are more than the {1} allowed</source>
<translation>{0} Punkte sind mehr als die erlaubten {1}</translation>
</message>
<message>
<source>{0} vertices had no image, so one half was welded to its own image.</source>
<translation>{0} Punkte hatten kein Gegenstück, also wurde eine Hälfte mit ihrem eigenen Bild verschweißt.</translation>
</message>
<message>
<source>{0} vertices have an image, {1} have none; largest difference {2:.2f} mm.</source>
<translation>{0} Punkte haben ein Gegenstück, {1} keines; größter Unterschied {2:.2f} mm.</translation>
</message>
<message>
<source>{0} vertices of '{1}' have no image, so there is no mean of both sides. Take one side, or remesh it.</source>
<translation>{0} Punkte von „{1}“ haben kein Gegenstück, es gibt also kein Mittel beider Seiten. Eine Seite nehmen oder neu vernetzen.</translation>
</message>
<message>
<source>{0} vertices · {1} · {2}</source>
<translation>{0} Punkte · {1} · {2}</translation>
</message>
<message>
<source>{0} was changed by somebody else: it is of {1} now, and {2}.</source>
<translation>{0} wurde von jemand anderem geändert: Sie ist nun von {1}, und {2}.</translation>
</message>
<message>
<source>{0} was written by a later version (schema {1}, this one reads {2}). Open it with that version.</source>
<translation>{0} wurde von einer späteren Version geschrieben (Schema {1}, diese liest {2}). Mit jener öffnen.</translation>
</message>
<message>
<source>{0} was written by another version ({1}).</source>
<translation>{0} wurde von einer anderen Version geschrieben ({1}).</translation>
</message>
<message>
<source>{0} what is masked of {1}</source>
<translation>{0}, was von {1} maskiert ist</translation>
</message>
<message>
<source>{0} works without a stamp.</source>
<translation>{0} arbeitet ohne Stempel.</translation>
</message>
<message>
<source>{0} x {1} pixels</source>
<translation>{0} × {1} Pixel</translation>
</message>
<message>
<source>{0} {1:.2f} times</source>
<translation>{0} {1:.2f}-fach</translation>
</message>
<message>
<source>{0}, and {1}</source>
<translation>{0} und {1}</translation>
</message>
<message>
<source>{0}, copy</source>
<translation>{0}, Kopie</translation>
</message>
<message>
<source>{0}, cut off</source>
<translation>{0}, abgeschnitten</translation>
</message>
<message>
<source>{0}, if it is in {1}{2}</source>
<translation>{0}, wenn es in {1} ist{2}</translation>
</message>
<message>
<source>{0}, line {1}, holds something that is no number. Nothing was imported.</source>
<translation>{0}, Zeile {1}, enthält etwas, das keine Zahl ist. Nichts wurde eingelesen.</translation>
</message>
<message>
<source>{0}, line {1}, is longer than {2} million characters; nothing was imported.</source>
<translation>{0}, Zeile {1}, ist länger als {2} Millionen Zeichen; nichts wurde eingelesen.</translation>
</message>
<message>
<source>{0}, line {1}: '{2}' needs more numbers. Nothing was imported.</source>
<translation>{0}, Zeile {1}: „{2}“ braucht mehr Zahlen. Nichts wurde eingelesen.</translation>
</message>
<message>
<source>{0}, line {1}: {2}. Marks have five short values a line.</source>
<translation>{0}, Zeile {1}: {2}. Marken haben fünf kurze Werte je Zeile.</translation>
</message>
<message>
<source>{0}, other side</source>
<translation>{0}, andere Seite</translation>
</message>
<message>
<source>{0}, part</source>
<translation>{0}, Teil</translation>
</message>
<message>
<source>{0}, shell</source>
<translation>{0}, Schale</translation>
</message>
<message>
<source>{0}, the part has a back of its own, {1:g} mm behind it where there is room</source>
<translation>{0}, der Teil hat eine eigene Rückseite, {1:g} mm dahinter, wo Platz ist</translation>
</message>
<message>
<source>{0}, twin</source>
<translation>{0}, Zwilling</translation>
</message>
<message>
<source>{0}, which is no number</source>
<translation>{0}, was keine Zahl ist</translation>
</message>
<message>
<source>{0}, which is no number that can be kept</source>
<translation>{0}, was keine aufhebbare Zahl ist</translation>
</message>
<message>
<source>{0}, which {1} needs, is larger than 4 GB.</source>
<translation>{0}, das {1} braucht, ist größer als 4 GB.</translation>
</message>
<message>
<source>{0}, {1} and {2}</source>
<translation>{0}, {1} und {2}</translation>
</message>
<message>
<source>{0}, {1} of {2}</source>
<translation>{0}, {1} von {2}</translation>
</message>
<message>
<source>{0}. 'At' moves the pivot itself now.</source>
<translation>{0}. „Bei“ bewegt nun den Drehpunkt selbst.</translation>
</message>
<message>
<source>{0}. Double click the name for 0</source>
<translation>{0}. Doppelklick auf den Namen für 0</translation>
</message>
<message>
<source>{0}. Usual: pupils {1:.0f} ± {2:.0f} mm apart (men), {3:.0f} ± {4:.0f} mm (women); cornea {5:.0f} mm (men) and {6:.0f} mm (women) before the rim; iris 11.7 ± 0.4 mm.</source>
<translation>{0}. Üblich: Pupillen {1:.0f} ± {2:.0f} mm auseinander (Männer), {3:.0f} ± {4:.0f} mm (Frauen); Hornhaut {5:.0f} mm (Männer) und {6:.0f} mm (Frauen) vor dem Rand; Iris 11,7 ± 0,4 mm.</translation>
</message>
<message>
<source>{0}. What is masked stays as it is.</source>
<translation>{0}. Was maskiert ist, bleibt, wie es ist.</translation>
</message>
<message>
<source>{0}. What is masked stays where it is.</source>
<translation>{0}. Was maskiert ist, bleibt, wo es ist.</translation>
</message>
<message>
<source>{0}/portrait to share.yewfinch</source>
<translation>{0}/Porträt zum Weitergeben.yewfinch</translation>
</message>
<message>
<source>{0}: '{1}' is given twice for '{2}'. Leave one of them.</source>
<translation>{0}: „{1}“ ist für „{2}“ doppelt angegeben. Eines davon lassen.</translation>
</message>
<message>
<source>{0}: '{1}' is no landmark. The abbreviations are listed in the help.</source>
<translation>{0}: „{1}“ ist kein Messpunkt. Die Abkürzungen stehen in der Hilfe.</translation>
</message>
<message>
<source>{0}: '{1}' of '{2}' is damaged.</source>
<translation>{0}: „{1}“ von „{2}“ ist beschädigt.</translation>
</message>
<message>
<source>{0}: ({1:g}, {2:g}) lies outside '{3}', which is {4} x {5} pixels.</source>
<translation>{0}: ({1:g}, {2:g}) liegt außerhalb von „{3}“, das {4} × {5} Pixel hat.</translation>
</message>
<message>
<source>{0}: a sheet is written as .pdf, .png or .csv.</source>
<translation>{0}: Ein Blatt wird als .pdf, .png oder .csv geschrieben.</translation>
</message>
<message>
<source>{0}: about {1} quads{2}.</source>
<translation>{0}: etwa {1} Vierecke{2}.</translation>
</message>
<message>
<source>{0}: certainty must be clear, guessed or hidden, got {1}.</source>
<translation>{0}: die Sicherheit muss clear, guessed oder hidden sein, nicht {1}.</translation>
</message>
<message>
<source>{0}: choose another colour</source>
<translation>{0}: eine andere Farbe wählen</translation>
</message>
<message>
<source>{0}: clay and sitter</source>
<translation>{0}: Ton und Modell</translation>
</message>
<message>
<source>{0}: click to take it in hand, Ctrl and click to drop it</source>
<translation>{0}: Klick nimmt sie in die Hand, Strg und Klick lässt sie fallen</translation>
</message>
<message>
<source>{0}: files of this kind are not known. Use one of {1}.</source>
<translation>{0}: Dateien dieser Art sind nicht bekannt. Eine von {1} nehmen.</translation>
</message>
<message>
<source>{0}: files of this kind are read only. Use one of {1}.</source>
<translation>{0}: Dateien dieser Art werden nur gelesen. Eine von {1} nehmen.</translation>
</message>
<message>
<source>{0}: folded away; {1} brings it back.</source>
<translation>{0}: weggeklappt; {1} bringt es zurück.</translation>
</message>
<message>
<source>{0}: left and right are exchanged on the whole photo.</source>
<translation>{0}: Links und rechts sind auf dem ganzen Foto vertauscht.</translation>
</message>
<message>
<source>{0}: less than 1 % masked.</source>
<translation>{0}: weniger als 1 % maskiert.</translation>
</message>
<message>
<source>{0}: level {1} of {2}, {3} vertices{4}.</source>
<translation>{0}: Stufe {1} von {2}, {3} Punkte{4}.</translation>
</message>
<message>
<source>{0}: level {1} of {2}. What you change here, the other levels follow.</source>
<translation>{0}: Stufe {1} von {2}. Was Sie hier ändern, dem folgen die anderen.</translation>
</message>
<message>
<source>{0}: maps are written as PNG or TIFF.</source>
<translation>{0}: Karten werden als PNG oder TIFF geschrieben.</translation>
</message>
<message>
<source>{0}: marks are written as .csv or .json.</source>
<translation>{0}: Marken werden als .csv oder .json geschrieben.</translation>
</message>
<message>
<source>{0}: some positions are not numbers.</source>
<translation>{0}: einige Orte sind keine Zahlen.</translation>
</message>
<message>
<source>{0}: the clay is {1} ({2}). Left and right are the sitter's own. Seen in {3}.</source>
<translation>{0}: der Ton ist {1} ({2}). Links und rechts am Modell. Zu sehen in {3}.</translation>
</message>
<message>
<source>{0}: the clay is {1}. Plus is further out, or higher.</source>
<translation>{0}: der Ton ist {1}. Plus ist weiter außen oder höher.</translation>
</message>
<message>
<source>{0}: the marks of '{1}' are damaged.</source>
<translation>{0}: die Marken von „{1}“ sind beschädigt.</translation>
</message>
<message>
<source>{0}: the surface is open or not manifold at {1} vertices.</source>
<translation>{0}: die Fläche ist an {1} Punkten offen oder keine Mannigfaltigkeit.</translation>
</message>
<message>
<source>{0}: there is no photo called '{1}'.</source>
<translation>{0}: kein Foto heißt „{1}“.</translation>
</message>
<message>
<source>{0}: {1:.0f} % masked.</source>
<translation>{0}: {1:.0f} % maskiert.</translation>
</message>
<message>
<source>{0}: {1:.2f} mm from its mirror image (root mean square; healthy faces {2:g} to {3:g}), at most {4:.1f} mm. Viewers notice {5:g} to {6:g} mm.</source>
<translation>{0}: {1:.2f} mm vom Spiegelbild (quadratisches Mittel; gesunde Gesichter {2:g} bis {3:g}), höchstens {4:.1f} mm. Betrachter bemerken {5:g} bis {6:g} mm.</translation>
</message>
<message>
<source>{0}: {1:g} to {2:g} degrees, 0 at rest</source>
<translation>{0}: {1:g} bis {2:g} Grad, 0 in Ruhe</translation>
</message>
<message>
<source>{0}: {1} as {2}</source>
<translation>{0}: {1} wie {2}</translation>
</message>
<message>
<source>{0}: {1} faces use a vertex twice.</source>
<translation>{0}: {1} Flächen benutzen einen Punkt zweimal.</translation>
</message>
<message>
<source>{0}: {1} faces. It keeps its measures until it is settled.</source>
<translation>{0}: {1} Flächen. Er behält seine Maße, bis er gefestigt wird.</translation>
</message>
<message>
<source>{0}: {1} is {2}, which is no place on a photo.</source>
<translation>{0}: {1} ist {2}, was kein Ort auf einem Foto ist.</translation>
</message>
<message>
<source>{0}: {1} must be a number, got {2}.</source>
<translation>{0}: {1} muss eine Zahl sein, nicht {2}.</translation>
</message>
<message>
<source>{0}: {1} photos are called '{2}'. Give them different names first.</source>
<translation>{0}: {1} Fotos heißen „{2}“. Ihnen erst verschiedene Namen geben.</translation>
</message>
<message>
<source>{0}: {1} quads. The armature is kept, hidden.</source>
<translation>{0}: {1} Vierecke. Das Gerüst bleibt, verborgen.</translation>
</message>
<message>
<source>{0}: {1} quads{2}{3}.</source>
<translation>{0}: {1} Vierecke{2}{3}.</translation>
</message>
<message>
<source>{0}: {1} triangles.</source>
<translation>{0}: {1} Dreiecke.</translation>
</message>
<message>
<source>{0}: {1} values where {2} are needed.</source>
<translation>{0}: {1} Werte, wo {2} nötig sind.</translation>
</message>
<message>
<source>{0}: {1} vertices belong to no face.</source>
<translation>{0}: {1} Punkte gehören zu keiner Fläche.</translation>
</message>
<message>
<source>{0}: {1}, against {2}</source>
<translation>{0}: {1}, gegen {2}</translation>
</message>
<message>
<source>{0}: {1}, {2} vertices. Click chooses it, Ctrl+click more; drag to arrange or onto another to group; F2 renames, Del removes</source>
<translation>{0}: {1}, {2} Punkte. Klick wählt es, Strg+Klick mehr; ziehen ordnet oder gruppiert; F2 benennt um, Entf entfernt</translation>
</message>
<message>
<source>{0}: {1}; Ctrl takes the other side. Esc ends.</source>
<translation>{0}: {1}; Strg nimmt die andere Seite. Esc beendet.</translation>
</message>
<message>
<source>{0}; Ctrl frees it. Esc ends.</source>
<translation>{0}; Strg gibt frei. Esc beendet.</translation>
</message>
<message>
<source>{0}; fewer levels would lose less</source>
<translation>{0}; weniger Stufen verlören weniger</translation>
</message>
<message>
<source>{0}; press again to end</source>
<translation>{0}; noch einmal drücken beendet</translation>
</message>
<message>
<source>{0}; {1:g} to {2:g} {3} do.</source>
<translation>{0}; {1:g} bis {2:g} {3} sind es.</translation>
</message>
<message numerus="yes">
<source>Solve from {0} photos</source>
<translation><numerusform>Aus {0} Foto lösen</numerusform><numerusform>Aus {0} Fotos lösen</numerusform></translation>
</message>
<message numerus="yes">
<source>from the iris on {0} photos</source>
<translation><numerusform>aus der Iris auf {0} Foto</numerusform><numerusform>aus der Iris auf {0} Fotos</numerusform></translation>
</message>
<message numerus="yes">
<source>{0} pieces in sight, about {1} faces.</source>
<translation><numerusform>{0} Stück in Sicht, etwa {1} Flächen.</numerusform><numerusform>{0} Stücke in Sicht, etwa {1} Flächen.</numerusform></translation>
</message>
<message numerus="yes">
<source> and {0} drawn lines, which moved the surface by up to {1:.1f} mm</source>
<translation><numerusform> und {0} gezeichnete Linie, was die Oberfläche um bis zu {1:.1f} mm bewegte</numerusform><numerusform> und {0} gezeichnete Linien, was die Oberfläche um bis zu {1:.1f} mm bewegte</numerusform></translation>
</message>
<message numerus="yes">
<source>'{1}' has {0} levels; there is no level {2}.</source>
<translation><numerusform>„{1}“ hat {0} Stufe; es gibt keine Stufe {2}.</numerusform><numerusform>„{1}“ hat {0} Stufen; es gibt keine Stufe {2}.</numerusform></translation>
</message>
<message numerus="yes">
<source>{1} landmarks from {0} photos, typically ±{2:.1f} mm. Size ±{3:.1f} % ({4}).</source>
<translation><numerusform>{1} Messpunkte aus {0} Foto, typisch ±{2:.1f} mm. Größe ±{3:.1f} % ({4}).</numerusform><numerusform>{1} Messpunkte aus {0} Fotos, typisch ±{2:.1f} mm. Größe ±{3:.1f} % ({4}).</numerusform></translation>
</message>
<message>
<source>, sitter {0:.1f} ± {1:.1f} {2}</source>
<translation>, Modell {0:.1f} ± {1:.1f} {2}</translation>
</message>
<message>
<source>, usual {0:.1f} ± {1:.1f} {2}</source>
<translation>, üblich {0:.1f} ± {1:.1f} {2}</translation>
</message>
<message>
<source>Clay, {0}</source>
<translation>Ton, {0}</translation>
</message>
<message>
<source>Peg, {0}</source>
<translation>Stift, {0}</translation>
</message>
<message>
<source>Lengths in</source>
<translation>Längen in</translation>
</message>
<message>
<source>The same figure for each part of the head, {0}</source>
<translation>Dieselbe Zahl für jeden Teil des Kopfs, {0}</translation>
</message>
<message>
<source>Unit of lengths on the bench; files and the command line stay in millimetres</source>
<translation>Einheit der Längen auf der Werkbank; Dateien und Befehlszeile bleiben bei Millimetern</translation>
</message>
<message>
<source>body, {0}</source>
<translation>Körper, {0}</translation>
</message>
<message>
<source>clay {0}</source>
<translation>Ton {0}</translation>
</message>
<message>
<source>head, {0}</source>
<translation>Kopf, {0}</translation>
</message>
<message>
<source>norm {0:.1f} ({1:.1f}) {2}</source>
<translation>Norm {0:.1f} ({1:.1f}) {2}</translation>
</message>
<message>
<source>sitter {0} ± {1}</source>
<translation>Modell {0} ± {1}</translation>
</message>
<message>
<source>{0} must have shape ({1}, {2}), got {3}</source>
<translation>{0} muss die Form ({1}, {2}) haben, hat aber {3}</translation>
</message>
<message>
<source>{0} · fits {1:.1f} mm</source>
<translation>{0} · auf {1:.1f} mm</translation>
</message>
<message>
<source>{0}. Mean (spread) of men {1}, of women {2}; about {3:g} mm at eight years. Source {4}.</source>
<translation>{0}. Mittel (Streuung) der Männer {1}, der Frauen {2}; etwa {3:g} mm mit acht Jahren. Quelle {4}.</translation>
</message>
<message>
<source>{0}. Mean (spread) of men {1}, of women {2}; source {3}. From {4:.0f} to {5:.0f} years, and over 30, a rounded part of it.</source>
<translation>{0}. Mittel (Streuung) der Männer {1}, der Frauen {2}; Quelle {3}. Von {4:.0f} bis {5:.0f} Jahren und über 30 ein gerundeter Teil davon.</translation>
</message>
<message>
<source>{0}. No published mean at hand: without a wish it follows the plain head's.</source>
<translation>{0}. Kein veröffentlichtes Mittel zur Hand: ohne Wunsch folgt es dem des einfachen Kopfs.</translation>
</message>
<message>
<source>{0}: {1:.1f} mm {2}, {3:+.1f} mm up, {4:+.1f} mm forward</source>
<translation>{0}: {1:.1f} mm {2}, {3:+.1f} mm hoch, {4:+.1f} mm vorn</translation>
</message>
<message>
<source>inches</source>
<translation>Zoll</translation>
</message>
<message>
<source>centimetres</source>
<translation>Zentimeter</translation>
</message>
<message>
<source>millimetres</source>
<translation>Millimeter</translation>
</message>
<message>
<source>brow, left</source>
<translation>Braue, links</translation>
</message>
<message>
<source>brow, right</source>
<translation>Braue, rechts</translation>
</message>
<message>
<source>cheek</source>
<translation>Wange</translation>
</message>
<message>
<source>ear l</source>
<translation>Ohr links</translation>
</message>
<message>
<source>ear r</source>
<translation>Ohr rechts</translation>
</message>
<message>
<source>ear rim, left</source>
<translation>Ohrrand, links</translation>
</message>
<message>
<source>ear rim, right</source>
<translation>Ohrrand, rechts</translation>
</message>
<message>
<source>here</source>
<translation>hier</translation>
</message>
<message>
<source>light</source>
<translation>hell</translation>
</message>
<message>
<source>men</source>
<translation>Männer</translation>
</message>
<message>
<source>women</source>
<translation>Frauen</translation>
</message>
<message>
<source>pupil</source>
<translation>Pupille</translation>
</message>
<message>
<source>view</source>
<translation>Ansicht</translation>
</message>
<message>
<source>tan</source>
<translation>gebräunt</translation>
</message>
<message>
<source>dark</source>
<translation>dunkel</translation>
</message>
<message>
<source>measure ({0}, °, shares)</source>
<translation>Maß ({0}, °, Anteile)</translation>
</message>
<message>
<source>measure, {0}</source>
<translation>Maß, {0}</translation>
</message>
<message>
<source>This head has the form of a child's. If the sitter is a child, say so: its size would change by {0:+.0f} %, and what no photo shows is taken from other heads.</source>
<translation>Dieser Kopf hat die Form eines Kinderkopfs. Ist das Modell ein Kind, geben Sie es an: Seine Größe würde sich um {0:+.0f} % ändern, und was kein Foto zeigt, käme von anderen Köpfen.</translation>
</message>
<message>
<source>This head has the form of a grown person's. If the sitter is an adult, say so: its size would change by {0:+.0f} %, and what no photo shows is taken from other heads.</source>
<translation>Dieser Kopf hat die Form eines erwachsenen. Ist das Modell erwachsen, geben Sie es an: Seine Größe würde sich um {0:+.0f} % ändern, und was kein Foto zeigt, käme von anderen Köpfen.</translation>
</message>
</context>
</TS>
