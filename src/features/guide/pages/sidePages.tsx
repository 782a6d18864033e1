import { Dip, Inlay, TwoOrders } from '../drawings/side';
import { Caution, Figure, Part, Points } from '../parts';

export function SideBySidePage() {
  return (
    <>
      <p>
        A picture in one layer has its colours <strong>side by side</strong>: a sign, a dial, a
        badge. Slice it as if your printer had a tool for each colour, or let the slicer write a
        pause at every change. Lamella reads both, and makes a <strong>part</strong> of each group.
      </p>
      <Figure caption="A sign printed face down: its picture is in the first layers.">
        <Inlay />
      </Figure>
      <Part title="Give each part its filament">
        <Points>
          <li>In Plan, the Parts tab lists the parts with a picture of each.</li>
          <li>A part may change its filament at a layer of its own.</li>
          <li>
            If a file stops at every change, Lamella suggests the part after each stop by its shape.
            Correct it on the sheet or in the Parts tab, layer by layer.
          </li>
        </Points>
      </Part>
      <Part title="The first layer decides">
        <Points>
          <li>It carries all colours, and each swap can knock something loose.</li>
          <li>Level and clean the bed, and print this layer slowly.</li>
          <li>
            The bed side is seen from below. Mirror the drawing, and check it with{' '}
            <em>From below</em>.
          </li>
          <li>An inlay of one or two layers lets the colour behind show through.</li>
        </Points>
      </Part>
      <Part title="When it is too much">
        <p>
          More than twenty swaps are rarely worth it. Print the colours separately, and assemble
          them.
        </p>
      </Part>
    </>
  );
}

export function ColourOrderPage() {
  return (
    <>
      <p>
        Inside a layer the order of colours is free. Starting each layer with the last colour of the
        layer below saves a swap per layer.
      </p>
      <Figure caption="Three colours in four layers, in three orders.">
        <TwoOrders />
      </Figure>
      <Part title="Three orders">
        <Points>
          <li>
            <strong>As sliced</strong> keeps the order of the file.
          </li>
          <li>
            <strong>Fewest swaps</strong> prints layer by layer, each in the best order. It is safe
            for every part.
          </li>
          <li>
            <strong>Colour by colour</strong> lets a colour run ahead of the others. The nozzle then
            dips between higher walls.
          </li>
        </Points>
      </Part>
      <Part title="Sections that cannot move">
        <p>
          A command Lamella does not know may affect everything after it. Lamella does not move its
          section, and Plan names the line. A file that moves its origin while printing, or prints
          one object after another, keeps its own order.
        </p>
      </Part>
      <Part title="Your own order for a layer">
        <p>
          Go to a layer, and drag its parts in the Parts tab. One checkbox keeps the first layer in
          file order.
        </p>
      </Part>
    </>
  );
}

export function DippingPage() {
  return (
    <>
      <p>
        Colour by colour, the nozzle returns to low layers while other colours are already higher.
        How far it goes down between them is the <strong>dip</strong>.
      </p>
      <Figure caption="The nozzle tip is about 1 mm wide and widens upwards.">
        <Dip />
      </Figure>
      <Part title="Leave room in the drawing">
        <Points>
          <li>
            Leave a gap of one to two line widths between the colours, so that each has its own
            outline at the border.
          </li>
          <li>
            Enter the width of your nozzle’s flat tip, its cone angle and the clearance around the
            head in the printer profile.
          </li>
          <li>
            Plan lists the neighbours the cone would touch, how deep, and along how much outline.
            Below 0.1 mm is harmless; more than half the nozzle width tears something off.
          </li>
        </Points>
      </Part>
      <Part title="Keep it shallow">
        <p>
          Three or four thin layers are enough for an inlay. The deeper the dip, the closer the fan
          duct and heater block get.
        </p>
      </Part>
      <Caution>
        Stay with the printer the first time, with a hand near the switch. A nozzle that hits a wall
        can push the part off the bed. Your printer’s manual comes first.
      </Caution>
    </>
  );
}
