import { CutOfPlate } from '../drawings/model';
import { Figure, Part, Points } from '../parts';

export function ModelPage() {
  return (
    <>
      <p>
        You need no sliced file to begin. Open the <strong>model</strong> (.stl, .3mf or .obj), find
        the heights of the colours, and plan them. What you plan moves to the sliced file later.
      </p>
      <Part title="Find the heights">
        <Figure caption="The cut shows exact numbers: how much is inside, and the layer that begins there.">
          <CutOfPlate />
        </Figure>
        <Points>
          <li>
            Flat faces stand in the list from the top down: how much of each is seen, and whether
            something rises from it. Click one, and the model is cut there.
          </li>
          <li>
            STL and OBJ do not say their unit. Lamella guesses, and asks where millimetres would be
            odd.
          </li>
          <li>
            Turn the model and lay it on a side before you plan: every height changes with it.
          </li>
          <li>Scaled upwards, all heights move. Scaled along the bed only, none does.</li>
        </Points>
      </Part>
      <Part title="Heights that fit">
        <p>
          A colour begins on a layer boundary, or it is rounded to one. The table says which heights
          land, how far the others are off, and which layers would serve all of them. Copy it for
          whoever slices. Layers of changing height are known from the sliced file only.
        </p>
      </Part>
      <Part title="Plan, slice, go on">
        <p>
          Bands, looks, shares and thin colours are those of a sliced file. Times and grams are
          rough, perhaps a third off. Slice the model as it lies here, and open the sliced file: the
          plan moves to it by steps and heights, and you are asked first.
        </p>
      </Part>
      <Part title="Draw a plate">
        <p>
          For signs, tags and numbers there is a small helper on the Bench: text, a drawing or a
          picture in flat colours, a border and holes. Each colour has a height in whole layers, or
          they lie side by side with a line of room between them. What is too narrow for the line is
          marked. It refuses photographs, and colours by height that would print over air.
        </p>
      </Part>
      <Part title="In the hand">
        <p>
          Press <kbd>Y</kbd> to turn the finished print with a finger or the arrow keys, before a
          lamp or cut open, and to save a picture of it.
        </p>
      </Part>
    </>
  );
}
