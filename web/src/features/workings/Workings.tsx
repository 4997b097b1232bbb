import { Navigate, Route, Routes } from 'react-router';
import Make from '../making/Make';
import APair from './APair';
import Backlash from './Backlash';
import OilBlend from './OilBlend';
import OverPins from './OverPins';
import Planets from './Planets';
import PressFit from './PressFit';
import PutOn from './PutOn';
import ReadAGear from './ReadAGear';
import SpanTable from './SpanTable';
import Strength from './Strength';
import TimeError from './TimeError';

/** Every calculation without a job. */
export default function Workings() {
  return (
    <Routes>
      <Route path="read" element={<ReadAGear />} />
      <Route path="pair" element={<APair />} />
      <Route path="make" element={<Make />} />
      <Route path="spans" element={<SpanTable />} />
      <Route path="pins" element={<OverPins />} />
      <Route path="backlash" element={<Backlash />} />
      <Route path="oil" element={<OilBlend />} />
      <Route path="planets" element={<Planets />} />
      <Route path="press" element={<PressFit />} />
      <Route path="onto" element={<PutOn />} />
      <Route path="strength" element={<Strength />} />
      <Route path="time" element={<TimeError />} />
      <Route path="*" element={<Navigate to="/workings/read" replace />} />
    </Routes>
  );
}
