import { Navigate, Route, Routes } from 'react-router';
import APair from './APair';
import OverPins from './OverPins';
import ReadAGear from './ReadAGear';
import SpanTable from './SpanTable';

/** Every calculation without a job. */
export default function Workings() {
  return (
    <Routes>
      <Route path="read" element={<ReadAGear />} />
      <Route path="pair" element={<APair />} />
      <Route path="spans" element={<SpanTable />} />
      <Route path="pins" element={<OverPins />} />
      <Route path="*" element={<Navigate to="/workings/read" replace />} />
    </Routes>
  );
}
