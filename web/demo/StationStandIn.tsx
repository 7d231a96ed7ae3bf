import type { StationAct, WeatherNow } from '#contract/weather.ts';
import { post } from '../lib/api.ts';
import { t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { More } from '../ui/More.tsx';

/** The stand-in for a station: what can be done to it. */
export function StationStandIn({ acts }: { acts: WeatherNow['acts'] }) {
  const doing = useCommand((act: StationAct) => post<WeatherNow>('/weather/acts', { act }));
  return (
    <More className="no-print mt-3" title={t('The station is a stand-in: change its weather')}>
      <div className="flex flex-wrap gap-3">
        {acts.map(({ act, name }) => (
          <button
            key={act}
            type="button"
            className="min-h-12 rounded-[2px] border border-ink px-3"
            disabled={doing.waiting}
            onClick={() => doing.run(act)}
          >
            {name}
          </button>
        ))}
      </div>
    </More>
  );
}
