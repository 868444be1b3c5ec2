import { lazy, Suspense } from 'react';
import { Link, Route, Routes } from 'react-router';
import { Empty } from '../parts/Empty';
import { Shell } from '../app/Shell';

const CampaignsPlace = lazy(async () => ({
  default: (await import('../places/campaign/CampaignsPlace')).CampaignsPlace,
}));
const CampaignPlace = lazy(async () => ({ default: (await import('../places/campaign/CampaignPlace')).CampaignPlace }));
const IntakePlace = lazy(async () => ({ default: (await import('../places/intake/IntakePlace')).IntakePlace }));
const SignalsPlace = lazy(async () => ({ default: (await import('../places/signals/SignalsPlace')).SignalsPlace }));
const ConditionsPlace = lazy(async () => ({
  default: (await import('../places/conditions/ConditionsPlace')).ConditionsPlace,
}));
const TablesPlace = lazy(async () => ({ default: (await import('../places/tables/TablesPlace')).TablesPlace }));
const ModelsPlace = lazy(async () => ({ default: (await import('../places/models/ModelsPlace')).ModelsPlace }));
const ComparePlace = lazy(async () => ({ default: (await import('../places/compare/ComparePlace')).ComparePlace }));
const FiguresPlace = lazy(async () => ({ default: (await import('../places/report/FiguresPlace')).FiguresPlace }));
const ReportPlace = lazy(async () => ({ default: (await import('../places/report/ReportPlace')).ReportPlace }));

/** Addresses and what stands at them; each place is loaded when it is first opened. */
export function Pages() {
  return (
    <Suspense fallback={null}>
      <Routes>
        <Route element={<Shell />}>
          <Route index element={<CampaignsPlace />} />
          <Route path="campaign/:campaignId">
            <Route index element={<CampaignPlace />} />
            <Route path="intake" element={<IntakePlace />} />
            <Route path="signals/:thingId?" element={<SignalsPlace />} />
            <Route path="conditions/:thingId?" element={<ConditionsPlace />} />
            <Route path="tables/:thingId?" element={<TablesPlace />} />
            <Route path="models/:thingId?" element={<ModelsPlace />} />
            <Route path="compare/:thingId?" element={<ComparePlace />} />
            <Route path="report/figure/:thingId?" element={<FiguresPlace />} />
            <Route path="report/:thingId?" element={<ReportPlace />} />
          </Route>
          <Route
            path="*"
            element={
              <Empty title="There is nothing at this address">
                <p>
                  Go to <Link to="/">all campaigns</Link>.
                </p>
              </Empty>
            }
          />
        </Route>
      </Routes>
    </Suspense>
  );
}
