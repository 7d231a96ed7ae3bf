import { useEffect, useRef } from 'react';
import { type NavigateOptions, useNavigate } from 'react-router';

/**
 * Goes somewhere, as long as the page that asks is still the one shown: an answer that comes late leads nobody away
 * from where they went meanwhile.
 */
export function useGo(): (to: string, options?: NavigateOptions) => void {
  const navigate = useNavigate();
  const shown = useRef(true);
  useEffect(() => {
    shown.current = true;
    return () => {
      shown.current = false;
    };
  }, []);
  return (to, options) => {
    if (shown.current) void navigate(to, options);
  };
}
