import { BrowserRouter } from 'react-router';
import { Pages } from './pages';
import { Boundary } from './parts/boundary';
import { NoticeLine } from './shell/notice';
import { StoreGuard } from './shell/store-guard';

/** Addresses are turned to at once: what is typed and pressed meets the view that it was meant for. */
export const App = () => (
  <BrowserRouter useTransitions={false}>
    <Boundary>
      <StoreGuard foot={<NoticeLine />}>
        <Pages />
      </StoreGuard>
    </Boundary>
  </BrowserRouter>
);
