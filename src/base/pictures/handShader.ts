import { READ_CELL } from './cellTexture';
import { READ_LAYER } from './layerTexture';

/** Buckets of height by which shaders find a layer. */
export const HEIGHT_BUCKETS = 1024;

export const HAND_VERTEX = /* glsl */ `
  in float number;
  out vec3 vPlace;
  out vec3 vNormal;
  flat out uint vNumber;
  void main() {
    vPlace = position;
    vNormal = normal;
    vNumber = uint(number + 0.5);
    gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
  }
`;

/**
 * Filament: the colour of a place by its layer or by what its cell shows, beads of layers along the walls, lines
 * of fill on flat faces, light from over the shoulder, and a shine along the beads. Backlit, light that
 * comes through all layers of the place.
 */
export const HAND_FRAGMENT = /* glsl */ `
  ${READ_CELL}
  ${READ_LAYER}
  uniform usampler2D layerOfHeight;
  uniform sampler2D heights;
  uniform sampler2D above;
  uniform sampler2D below;
  uniform sampler2D walls;
  uniform usampler2D top;
  uniform usampler2D low;
  uniform usampler2D shownTop;
  uniform sampler2D depths;
  uniform vec2 count;
  uniform vec2 origin;
  uniform float cellMm;
  uniform float highest;
  uniform uint layerCount;
  uniform float cut;
  uniform float lamp;
  uniform bool isLit;
  uniform bool isNumbered;
  uniform bool isSection;
  uniform uint cutLayer;
  uniform vec3 eye;
  uniform vec3 key;
  uniform vec3 fill;
  in vec3 vPlace;
  in vec3 vNormal;
  flat in uint vNumber;
  out vec4 pixel;

  const float LINE = 0.45;

  uint layerAt(float z) {
    float share = clamp(z / highest, 0.0, 0.99999);
    uint layer = texelFetch(layerOfHeight, ivec2(int(share * ${HEIGHT_BUCKETS}.0), 0), 0).r;
    for (int i = 0; i < 16; i++) {
      if (layer >= layerCount || z <= ofLayer(heights, layer).r) break;
      layer++;
    }
    return layer;
  }
  vec3 lightThrough(ivec2 at, out float there) {
    uint upper = cellAt(top, count, at);
    there = upper == 0u ? 0.0 : 1.0;
    if (upper == 0u) return vec3(0.0);
    vec4 kept = ofLayer(depths, upper) - ofLayer(depths, cellAt(low, count, at) - 1u);
    return exp(lamp - kept.rgb);
  }
  vec3 toScreen(vec3 light) {
    vec3 l = clamp(light, 0.0, 1.0);
    return mix(12.92 * l, 1.055 * pow(l, vec3(1.0 / 2.4)) - 0.055, step(0.0031308, l));
  }
  vec3 toLight(vec3 c) {
    return mix(c / 12.92, pow((c + 0.055) / 1.055, vec3(2.4)), step(0.04045, c));
  }
  void main() {
    vec2 cell = (vPlace.xy - origin) / cellMm;
    if (isSection) {
      ivec2 at = ivec2(floor(cell));
      uint upper = cellAt(top, count, at);
      if (upper < cutLayer || cellAt(low, count, at) > cutLayer || upper == 0u) discard;
    } else if (vPlace.z > cut + 0.001) discard;

    vec3 toEye = normalize(eye - vPlace);
    vec3 n = isNumbered || isSection ? normalize(vNormal) : normalize(cross(dFdx(vPlace), dFdy(vPlace)));
    if (dot(n, toEye) < 0.0) n = -n;

    if (isLit) {
      vec2 p = cell - 0.5;
      ivec2 c = ivec2(floor(p));
      vec2 f = p - floor(p);
      float h00, h10, h01, h11;
      vec3 sum = lightThrough(c, h00) * (1.0 - f.x) * (1.0 - f.y);
      sum += lightThrough(c + ivec2(1, 0), h10) * f.x * (1.0 - f.y);
      sum += lightThrough(c + ivec2(0, 1), h01) * (1.0 - f.x) * f.y;
      sum += lightThrough(c + ivec2(1, 1), h11) * f.x * f.y;
      float weight = h00 * (1.0 - f.x) * (1.0 - f.y) + h10 * f.x * (1.0 - f.y) + h01 * (1.0 - f.x) * f.y + h11 * f.x * f.y;
      float facing = 0.55 + 0.45 * abs(n.z);
      pixel = vec4(toScreen(sum / max(weight, 0.001) * facing), 1.0);
      return;
    }

    bool isFlat = abs(n.z) > 0.999;
    uint layer = isSection ? cutLayer : layerAt(vPlace.z - n.z * 0.01);
    uint number = isNumbered ? vNumber : layer;
    vec4 look = ofLayer(above, number);
    uint part = uint(look.a * 255.0 + 0.5);
    vec3 colour;
    if (isSection) {
      // What stands in the cut belongs to the part that shows above it.
      uint shown = cellAt(shownTop, count, ivec2(floor(cell)));
      uint own = uint(ofLayer(above, shown).a * 255.0 + 0.5);
      colour = ofLayer(walls, own * (layerCount + 1u) + layer).rgb;
    } else if (isFlat && n.z > 0.0) colour = look.rgb;
    else if (isFlat) colour = ofLayer(below, number).rgb;
    else colour = ofLayer(walls, part * (layerCount + 1u) + layer).rgb;
    colour = toLight(colour);

    vec4 height = ofLayer(heights, layer);
    vec3 along;
    if (isFlat) {
      vec2 grain = (layer & 1u) == 1u ? vec2(0.7071, 0.7071) : vec2(0.7071, -0.7071);
      float u = dot(vPlace.xy, vec2(-grain.y, grain.x)) / LINE;
      float calm = 1.0 - smoothstep(0.2, 0.7, fwidth(u));
      float bead = fract(u) * 2.0 - 1.0;
      n = normalize(n + vec3(vec2(-grain.y, grain.x) * bead * 0.22 * calm, 0.0));
      colour *= 1.0 - 0.10 * calm * smoothstep(0.75, 1.0, abs(bead));
      along = vec3(grain, 0.0);
    } else {
      float v = (vPlace.z - height.g) / max(height.r - height.g, 0.01);
      float calm = (1.0 - smoothstep(0.25, 0.9, fwidth(v))) * (1.0 - abs(n.z));
      float bead = clamp(v, 0.0, 1.0) * 2.0 - 1.0;
      n = normalize(n + vec3(0.0, 0.0, bead * 0.7 * calm));
      colour *= 1.0 - 0.28 * calm * smoothstep(0.7, 1.0, abs(bead));
      along = normalize(vec3(-n.y, n.x, 0.0) + vec3(1e-5));
    }

    float keyLight = max(dot(n, key) * 0.8 + 0.2, 0.0);
    float fillLight = max(dot(n, fill) * 0.5 + 0.5, 0.0);
    vec3 shown = colour * (0.30 + 0.62 * keyLight + 0.22 * fillLight);
    // A shine across the beads, as filament has it (after Kajiya and Kay, 1989).
    vec3 half_ = normalize(key + toEye);
    float lengthwise = dot(along, half_);
    float across = sqrt(max(0.0, 1.0 - lengthwise * lengthwise));
    float shine = pow(across, 60.0) * pow(max(dot(n, half_), 0.0), 6.0);
    shown += vec3(0.11) * shine;
    if (isSection) shown *= 0.9;
    pixel = vec4(toScreen(shown), 1.0);
  }
`;
