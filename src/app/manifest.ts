import type { MetadataRoute } from 'next';

/** What a browser needs to put Lamella beside the other programs of a machine. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Lamella',
    short_name: 'Lamella',
    description: 'Hand-swapped multi-colour printing: choose the layers, write the stops.',
    start_url: '/',
    display: 'standalone',
    // A sliced file or a model opens by a double click, and is shared on a phone, where the system knows these.
    file_handlers: [
      {
        action: '/',
        accept: {
          'text/x-gcode': ['.gcode', '.gco', '.g'],
          'model/stl': ['.stl'],
          'model/3mf': ['.3mf'],
          'model/obj': ['.obj'],
        },
      },
    ],
    launch_handler: { client_mode: 'navigate-existing' },
    share_target: {
      action: '/share',
      method: 'POST',
      enctype: 'multipart/form-data',
      params: {
        files: {
          name: 'file',
          accept: ['.gcode', '.gco', '.g', '.stl', '.3mf', '.obj', 'text/x-gcode'],
        },
      },
    },
    background_color: '#f2ede1',
    theme_color: '#1d675b',
    icons: [
      { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
      { src: '/icons/192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icons/512.png', sizes: '512x512', type: 'image/png' },
      { src: '/icons/maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
  };
}
