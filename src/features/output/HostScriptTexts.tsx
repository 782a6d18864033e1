'use client';

import { Copy } from 'lucide-react';
import { toast } from '@/store/toast';
import { Button } from '@/components/Button';
import { copyText } from '@/browser/copyText';
import { useJob } from '@/base/job/jobContext';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import { hostScripts, type HostMoment } from '@/core/recipe/hostScripts';

interface HostScriptTextsProps {
  /** How the file stands at its first swap; null when there is none. */
  readonly moment: HostMoment | null;
}

/** The two scripts to paste into a print host. Without a swap they would not know how hot the nozzle has to be. */
export function HostScriptTexts({ moment }: HostScriptTextsProps) {
  return (
    <section aria-labelledby="scripts-title" className="pt-5">
      <h2 id="scripts-title" className="text-base font-semibold">
        Scripts for your print host
      </h2>
      {moment ? (
        <Scripts moment={moment} />
      ) : (
        <p className="text-sm text-muted">
          Add a swap first. The scripts take the nozzle temperature and the retraction from it.
        </p>
      )}
    </section>
  );
}

function Scripts({ moment }: { moment: HostMoment }) {
  const { plan, printer } = useJob();
  const { pause, resume } = hostScripts(recipeOfPlan(plan, printer), printer, moment);
  return (
    <>
      <p className="text-sm text-muted">
        Paste them where your print host stores its pause and resume scripts. The file brings the
        head back by itself.
      </p>
      <Script name="On pause" text={pause} />
      <Script name="On resume" text={resume} />
    </>
  );
}

function Script({ name, text }: { name: string; text: string }) {
  const copy = async (): Promise<void> => {
    if (await copyText(text)) toast(`${name}: copied.`);
    else {
      toast.warning('The browser blocked copying. Select the text and copy it yourself.');
    }
  };
  return (
    <div className="pt-2">
      <div className="flex items-center justify-between">
        <h3 className="text-sm font-semibold">{name}</h3>
        <Button kind="quiet" onClick={copy} aria-label={`Copy: ${name}`}>
          <Copy aria-hidden size={15} /> Copy
        </Button>
      </div>
      <pre
        tabIndex={0}
        aria-label={name}
        className="max-h-48 overflow-auto rounded-md border border-line bg-paper px-3 py-2 font-mono text-xs leading-relaxed"
      >
        {text}
      </pre>
    </div>
  );
}
