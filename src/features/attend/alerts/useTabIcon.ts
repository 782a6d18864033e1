'use client';

import { useEffect, useRef } from 'react';

/** Shows two letters at most in the icon of the tab, as long as the page is there; struck out when it is silent. */
export function useTabIcon(text: string, isSilent: boolean): void {
  const icon = useRef<HTMLLinkElement | null>(null);
  useEffect(() => {
    const link = document.createElement('link');
    link.rel = 'icon';
    icon.current = link;
    document.head.append(link);
    return () => link.remove();
  }, []);
  useEffect(() => {
    const ground = isSilent ? '#8f5b06' : '#1d675b';
    const stroke = isSilent ? '<path d="M3 29L29 3" stroke="#fff" stroke-width="3"/>' : '';
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 32 32"><rect width="32" height="32" rx="7" fill="${ground}"/><text x="16" y="23" text-anchor="middle" font-family="sans-serif" font-weight="700" font-size="20" fill="#fff">${text}</text>${stroke}</svg>`;
    if (icon.current) icon.current.href = `data:image/svg+xml,${encodeURIComponent(svg)}`;
  }, [text, isSilent]);
}
