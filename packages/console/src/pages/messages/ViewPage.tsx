import { useQuery } from '@tanstack/react-query';
import { Navigate, useParams } from 'react-router';
import { Empty } from '../../parts/Page';
import { words } from '../../words';
import { viewsQuery } from './Views';

/** The address of a saved view leads to the list as it keeps it. */
export default function ViewPage() {
  const { name } = useParams();
  const { data } = useQuery(viewsQuery);
  if (!data) return <Empty>{words.common.loading}</Empty>;
  const view = data.items.find((one) => one.name === name);
  if (!view) return <Empty>{words.messages.views.gone}</Empty>;
  return <Navigate to={`/messages?${new URLSearchParams(view.filters)}`} replace />;
}
