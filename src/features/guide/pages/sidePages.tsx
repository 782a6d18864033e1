import { Dip, Inlay, TwoOrders } from '../drawings/side';
import { Caution, Figure, Part, Points } from '../parts';

export function SideBySidePage() {
  return (
    <>
      <p>
        A picture in one layer has its colours <strong>side by side</strong>: a sign, a dial, a
        badge. Slice it as if your printer had a tool for each colour, or let the slicing program
        write a pause at every change. Lamella reads both, and makes a <strong>part</strong> of what
        belongs together.
      </p>
      <Figure caption="A sign that is printed face down: its picture lies in the first layers.">
        <Inlay />
      </Figure>
      <Part title="Give each part its filament">
        <Points>
          <li>In Plan, the Parts tab lists the parts with a picture of each.</li>
          <li>A part may change its filament at a layer of its own.</li>
          <li>
            Where a file stops at every change, Lamella proposes which part comes behind each stop,
            by its shape. Correct it on the sheet or in the Parts tab, layer by layer.
          </li>
        </Points>
      </Part>
      <Part title="The first layer decides">
        <Points>
          <li>It carries all colours, and each swap is a chance to knock something loose.</li>
          <li>Level and clean the bed, and print this layer slowly.</li>
          <li>
            What lies on the bed is seen from the other side. Mirror the drawing, and look at it
            with <em>From below</em>.
          </li>
          <li>An inlay of one or two layers lets what is behind show through.</li>
        </Points>
      </Part>
      <Part title="When it is too much">
        <p>
          More than twenty swaps are seldom worth it. Print the colours apart, and put them
          together.
        </p>
      </Part>
    </>
  );
}

export function ColourOrderPage() {
  return (
    <>
      <p>
        Inside a layer the order of colours is free. Whoever begins a layer with the colour that
        ended the one below saves a swap at every layer.
      </p>
      <Figure caption="Three colours in four layers, in three orders.">
        <TwoOrders />
      </Figure>
      <Part title="Three orders">
        <Points>
          <li>
            <strong>As sliced</strong> leaves the file in its order.
          </li>
          <li>
            <strong>Fewest swaps</strong> prints layer after layer, each in the best order. It is
            safe for every part.
          </li>
          <li>
            <strong>Colour by colour</strong> lets a colour run ahead of the others. The nozzle then
            goes down between what is higher.
          </li>
        </Points>
      </Part>
      <Part title="What stays in its place">
        <p>
          A command that Lamella does not know may change how everything behind it is printed. Its
          section is not moved, and Plan says which line it is. A file that moves its origin on the
          way, or prints one object after another, keeps its own order.
        </p>
      </Part>
      <Part title="A layer of your own order">
        <p>
          Go to a layer, and move its parts up or down in the Parts tab. The first layer can be kept
          in the order of the file with one tick.
        </p>
      </Part>
    </>
  );
}

export function DippingPage() {
  return (
    <>
      <p>
        Colour by colour, the nozzle comes back to low layers while other colours stand higher. How
        far it goes down between them is its <strong>dip</strong>.
      </p>
      <Figure caption="The flat of the nozzle is about 1 mm wide, and widens upwards.">
        <Dip />
      </Figure>
      <Part title="Leave room in the drawing">
        <Points>
          <li>
            Leave a gap of one to two line widths between the colours, so that each has two outlines
            at its border.
          </li>
          <li>
            Say in the printer’s profile how wide the flat of your nozzle is, how steep its cone,
            and how much room the head has round it.
          </li>
          <li>
            Plan lists the neighbours that the cone would come to, how deep, and along how much
            outline. Below 0.1 mm nothing happens; more than half the width of the nozzle tears
            something off.
          </li>
        </Points>
      </Part>
      <Part title="Keep it shallow">
        <p>
          Three or four thin layers are enough for an inlay. The deeper the dip, the nearer come the
          fan duct and the heater block.
        </p>
      </Part>
      <Caution>
        Stay by the printer the first time, with a hand near the switch. A nozzle that hits a wall
        can push the part off the bed. Your printer’s manual comes first.
      </Caution>
    </>
  );
}
