/** What can hurt someone at a printer, said once more before it starts. */
export function Cautions() {
  return (
    <aside aria-label="Cautions" className="pt-5">
      <div className="rounded-md bg-caution-soft px-4 py-3 text-sm">
        <h2 className="pb-1 font-semibold text-caution">At a hot printer</h2>
        <ul className="grid list-disc gap-1 pl-4">
          <li>
            The nozzle burns at once, and the bed too. Let the part cool before you pull it off.
          </li>
          <li>
            Keep fingers, hair and sleeves away from the axes. The head moves by itself when the
            print goes on.
          </li>
          <li>Cutters and picked-off strands are sharp. Do not pull cold filament.</li>
          <li>
            Do not leave a hot or printing machine alone or asleep in the house. A smoke alarm near
            it, nothing that burns close by.
          </li>
          <li>Some materials give off fumes: let air in.</li>
        </ul>
        <p className="pt-2">
          The manual of your printer and local rules come first. Lamella is a planning aid; work on
          the mains side is for a qualified person.
        </p>
      </div>
    </aside>
  );
}
