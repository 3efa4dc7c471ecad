"""GLSL programs. Light is computed on linear colour and written as sRGB."""

#: What a vertex has, and where it is seen from.
VERTEX = """
#version 330 core
in vec3 position;
in vec3 normal;
in vec4 colour;
in float roughness;
uniform mat4 view;
uniform mat4 clip;
vec3 to_linear(vec3 v) {
    return mix(v / 12.92, pow((v + 0.055) / 1.055, vec3(2.4)), step(0.04045, v));
}
"""

CLAY_VERTEX = (
    VERTEX
    + """
uniform float nearer;  // moved towards the eye by so much of the depth, for lines on the clay
out vec3 eye_normal;
out vec3 eye_position;
out vec3 albedo;
out vec3 world_position;
out vec3 world_normal;
out float free;
out float rough;
void main() {
    vec4 p = view * vec4(position, 1.0);
    eye_position = p.xyz;
    eye_normal = mat3(view) * normal;
    world_position = position;
    world_normal = normal;
    albedo = to_linear(colour.rgb);
    free = colour.a;
    rough = roughness;
    gl_Position = clip * p;
    gl_Position.z -= nearer * gl_Position.w;
}
"""
)

#: The same for painted clay, whose corners are pulled from buffers: see `paint_tiles.py`.
PAINTED_VERTEX = """
#version 430 core
layout(std430, binding = 0) readonly buffer Positions { float position_of[]; };
layout(std430, binding = 1) readonly buffer Normals { float normal_of[]; };
layout(std430, binding = 2) readonly buffer Colours { uint colour_of[]; };
layout(std430, binding = 3) readonly buffer Roughness { uint roughness_of[]; };
layout(std430, binding = 4) readonly buffer Quads { int quad_of[]; };
layout(std430, binding = 5) readonly buffer Made { int made_of[]; };
uniform mat4 view;
uniform mat4 clip;
uniform float nearer;
uniform int columns;  // of tiles on their picture
uniform int side;     // of a tile, pixels
uniform int vertices;
uniform int flipped;  // faces go round the other way
out vec3 eye_normal;
out vec3 eye_position;
out vec2 tile_at;
flat out vec4 tile;  // the lowest and the highest place on it
out vec3 world_position;
out vec3 world_normal;
out float free;
out float rough;
void add(int v, inout vec3 at, inout vec3 across) {
    at += vec3(position_of[3 * v], position_of[3 * v + 1], position_of[3 * v + 2]);
    across += vec3(normal_of[3 * v], normal_of[3 * v + 1], normal_of[3 * v + 2]);
    free += float(colour_of[v] >> 24) / 255.0;
    rough += float((roughness_of[v >> 2] >> (8 * (v & 3))) & 255u) / 255.0;
}
void main() {
    const int corners[6] = int[6](0, 1, 2, 0, 2, 3);
    int quad = gl_VertexID / 6, k = gl_VertexID % 6;
    int corner = corners[flipped == 1 ? 5 - k : k], v = quad_of[4 * quad + corner];
    vec3 at = vec3(0.0), across = vec3(0.0);
    free = rough = 0.0;
    if (v < vertices) {
        add(v, at, across);
    } else {  // what splitting added: the mean of those that it lies between
        float many = 0.0;
        for (int k = 0; k < 4; k++) {
            int w = made_of[4 * (v - vertices) + k];
            if (w >= 0) {
                add(w, at, across);
                many += 1.0;
            }
        }
        at /= many;
        free /= many;
        rough /= many;
        across = normalize(across);
    }
    vec4 p = view * vec4(at, 1.0);
    eye_position = p.xyz;
    eye_normal = mat3(view) * across;
    world_position = at;
    world_normal = across;
    vec2 own = vec2(corner == 1 || corner == 2 ? 1.0 : 0.0, corner >= 2 ? 1.0 : 0.0);
    vec2 low = vec2(quad % columns, quad / columns) * float(side) + 0.5;
    tile = vec4(low, low + float(side - 1));
    tile_at = low + own * float(side - 1);
    gl_Position = clip * p;
    gl_Position.z -= nearer * gl_Position.w;
}
"""

#: Three lights fixed to the viewer, so that the form reads from every side: a warm key from
#: the upper left, a cool fill from the right, and light from sky and floor. Raking light is one hard
#: lamp far to the left that shows the relief.
LIGHT = """
uniform float flat_view;
uniform float raking;
uniform vec4 finish;       // linear colour, and whether it takes the place of the clay's own
uniform vec3 gloss_of;     // strength and exponent of the highlight, how far light creeps round
vec3 to_srgb(vec3 v) {
    v = clamp(v, 0.0, 1.0);
    return mix(v * 12.92, 1.055 * pow(v, vec3(1.0 / 2.4)) - 0.055, step(0.0031308, v));
}
vec3 eye_from(vec3 p) { return flat_view > 0.5 ? vec3(0.0, 0.0, 1.0) : normalize(-p); }
vec3 key_light() { return normalize(mix(vec3(-0.55, 0.68, 0.58), vec3(-1.0, 0.28, 0.10), raking)); }
vec3 light_on(vec3 n) {
    vec3 fill = normalize(vec3(0.85, 0.05, 0.45));
    float k = max((dot(n, key_light()) + gloss_of.z) / (1.0 + gloss_of.z), 0.0);
    float f = max((dot(n, fill) + gloss_of.z) / (1.0 + gloss_of.z), 0.0);
    vec3 sky = mix(vec3(0.085, 0.078, 0.074), vec3(0.19, 0.20, 0.215), 0.5 + 0.5 * n.y);
    return vec3(0.86, 0.83, 0.78) * k + (vec3(0.17, 0.19, 0.22) * f + sky) * (1.0 - 0.65 * raking);
}
vec2 sharpness(float rough) {  // exponent of the highlight, and how much more light it gathers
    // the finish is that of untouched clay, 0.6 rough; exponents go with the fourth power, as in Walter et al. 2007,
    // "Microfacet models for refraction through rough surfaces", with glTF's alpha, the square of the roughness
    if (finish.a > 0.5) return vec2(gloss_of.y, 1.0);
    float sharp = clamp((gloss_of.y + 2.0) * pow(0.6 / max(rough, 0.05), 4.0) - 2.0, 0.5, 600.0);
    return vec2(sharp, min((sharp + 8.0) / (gloss_of.y + 8.0), 16.0));
}
float highlight(vec3 n, vec3 to_eye, vec2 sharp) {
    vec3 key = key_light();
    return gloss_of.x * sharp.y * pow(max(dot(n, normalize(key + to_eye)), 0.0), sharp.x) * step(0.0, dot(n, key));
}
vec3 clay_in(vec3 light, float gloss, vec3 albedo, vec3 n, vec3 to_eye) {
    float rim = pow(1.0 - max(dot(n, to_eye), 0.0), 3.0);
    return mix(albedo, finish.rgb, finish.a) * light * (1.0 - 0.25 * rim) + gloss;
}
"""

#: RICH knows all that costs more: photos, sections, studios, corners, cavities; a software renderer takes a third
#: more time
#: for it even where none is on.
CLAY_FRAGMENT = (
    """
#version 330 core
//VARIANT
in vec3 eye_normal;
in vec3 eye_position;
#ifdef PAINTED
in vec2 tile_at;
flat in vec4 tile;
uniform sampler2D tiles;
uniform vec4 masked;       // what masked clay is tinted with, sRGB, and how strongly
#ifdef VALUED
uniform sampler2D look_tiles;    // roughness, metallic, wetness, opacity
uniform sampler2D height_tiles;  // fine height, mm
#endif
#else
in vec3 albedo;
#endif
in vec3 world_position;
in vec3 world_normal;
in float free;
in float rough;
uniform float hide_masked;
uniform float opacity;
uniform float black;
uniform float alone;       // what is shown without light, if not 0
uniform vec4 under;        // how far light goes on under the skin, and whether it does
"""
    + LIGHT
    + """
vec3 light_through(vec3 n, vec3 even) {  // after Penner & Borshukov 2011, "Pre-integrated skin shading": more where
    // the form, without its bumps, bends; red light goes farthest, so it sees the least of the bumps
    float bend = length(fwidth(even)) / max(length(fwidth(eye_position)), 1e-4);  // per mm
    vec3 far = under.rgb * clamp(0.55 + 6.0 * bend, 0.0, 1.1) * (1.0 - 0.55 * raking);
    vec3 fill = normalize(vec3(0.85, 0.05, 0.45));
    vec3 smoothed = vec3(0.75, 0.45, 0.2);
    vec3 to_key = mix(vec3(dot(n, key_light())), vec3(dot(even, key_light())), smoothed);
    vec3 to_fill = mix(vec3(dot(n, fill)), vec3(dot(even, fill)), smoothed);
    vec3 k = max((to_key + far) / (1.0 + far), 0.0), f = max((to_fill + far) / (1.0 + far), 0.0);
    vec3 sky = mix(vec3(0.085, 0.078, 0.074), vec3(0.19, 0.20, 0.215), 0.5 + 0.5 * n.y);
    return vec3(0.86, 0.83, 0.78) * k + (vec3(0.17, 0.19, 0.22) * f + sky) * (1.0 - 0.65 * raking);
}
#ifdef RICH
uniform float cavity;
uniform float wire;        // drawing edges
uniform vec4 section;      // a plane; w: its place along its normal
uniform float sectioned;
uniform float balled;      // light comes from the picture of a ball
uniform sampler2D ball;
uniform float occlusion;
uniform float reach;       // mm
uniform sampler2D depths;
uniform mat4 clip;
//PHOTOS
#endif
out vec4 result;
#ifdef PAINTED
vec2 on_tile(vec2 at) {  // a pixel's middle may lie beside the face that covers some of it
    return clamp(at, tile.xy, tile.zw);
}
#ifdef VALUED
float height_at(vec2 at) { return texture(height_tiles, at / vec2(textureSize(height_tiles, 0))).r; }
vec3 bumped(vec3 n) {  // after Mikkelsen 2010, "Bump mapping unparametrized surfaces on the GPU"
    vec2 low = on_tile(tile_at - 0.5), high = on_tile(tile_at + 0.5), at = on_tile(tile_at);
    vec2 rise = vec2(height_at(vec2(high.x, at.y)) - height_at(vec2(low.x, at.y)),
                     height_at(vec2(at.x, high.y)) - height_at(vec2(at.x, low.y))) / max(high - low, vec2(0.25));
    vec3 px = dFdx(eye_position), py = dFdy(eye_position);
    vec3 r1 = cross(py, n), r2 = cross(n, px);
    float det = dot(px, r1);
    vec3 slope = sign(det) * (dot(rise, dFdx(tile_at)) * r1 + dot(rise, dFdy(tile_at)) * r2);
    return normalize(abs(det) * n - slope);
}
#endif
vec3 painted() {
    vec2 at = on_tile(tile_at);
    vec3 v = mix(texture(tiles, at / vec2(textureSize(tiles, 0))).rgb, masked.rgb, masked.a * (1.0 - free));
    return mix(v / 12.92, pow((v + 0.055) / 1.055, vec3(2.4)), step(0.04045, v));
}
#endif
#ifdef RICH
vec3 eye_at(vec2 uv) {  // what is seen at a place of the picture
    vec3 ndc = vec3(uv, texture(depths, uv).r) * 2.0 - 1.0;
    if (flat_view > 0.5) return vec3((ndc.x - clip[3][0]) / clip[0][0], (ndc.y - clip[3][1]) / clip[1][1], (ndc.z -
    clip[3][2]) / clip[2][2]);
    float z = -clip[3][2] / (ndc.z + clip[2][2]);
    return vec3(-z * (ndc.x + clip[2][0]) / clip[0][0], -z * (ndc.y + clip[2][1]) / clip[1][1], z);
}
float open_to_light(vec3 n) {  // after McGuire, Mara & Luebke 2012, "Scalable ambient obscurance"
    vec2 size = vec2(textureSize(depths, 0));
    float pixels = reach * clip[0][0] * size.x * 0.5 / (flat_view > 0.5 ? 1.0 : max(-eye_position.z, 1e-3));
    float turn = 6.2831853 * fract(52.9829189 * fract(dot(gl_FragCoord.xy, vec2(0.06711056, 0.00583715))));
    float sum = 0.0;
    for (int i = 0; i < 12; i++) {
        float s = (float(i) + 0.5) / 12.0;
        float a = s * 31.41593 + turn;
        vec2 uv = (gl_FragCoord.xy + pixels * s * vec2(cos(a), sin(a))) / size;
        vec3 v = eye_at(clamp(uv, vec2(0.0), vec2(1.0))) - eye_position;
        float far = dot(v, v), f = max(reach * reach - far, 0.0) / (reach * reach);
        sum += f * f * f * max((dot(v, n) - 0.03 * reach) / (0.02 * reach * reach + far), 0.0) * reach;
    }
    return 1.0 / (1.0 + occlusion * 0.42 * sum);
}
#endif
void main() {
    if (hide_masked > 0.5 && free < 0.5) discard;
#ifdef RICH
    if (sectioned > 0.5 && dot(world_position, section.xyz) > section.w) discard;
    if (wire > 0.5) {
        result = vec4(0.10, 0.14, 0.12, 0.42);
        return;
    }
    if (sectioned > 0.5 && !gl_FrontFacing) {  // the cut face, as far as the clay is closed
        result = vec4(vec3(0.545, 0.365, 0.275) * (black > 0.5 ? 0.2 : 1.0), opacity);
        return;
    }
#endif
    if (black > 0.5) {
        result = vec4(0.055, 0.065, 0.06, opacity);
        return;
    }
    vec3 n = normalize(eye_normal);
    vec3 to_eye = eye_from(eye_position);
    vec4 look = vec4(rough, 0.0, 0.0, 1.0);
    float tall = 0.0;
#ifdef VALUED
    look = texture(look_tiles, on_tile(tile_at) / vec2(textureSize(look_tiles, 0)));
    tall = height_at(on_tile(tile_at));
    float turn_by = fract(52.9829189 * fract(dot(gl_FragCoord.xy, vec2(0.06711056, 0.00583715))));
    if (alone < 0.5 && look.a < 1.0 && turn_by >= look.a) discard;
#endif
    if (alone > 0.5) {
#ifdef PAINTED
        vec3 held = to_srgb(painted());
#else
        vec3 held = to_srgb(albedo);
#endif
        float value = alone < 2.5 ? look.r : alone < 3.5 ? look.g : alone < 4.5 ? look.b : alone < 5.5 ? look.a
            : clamp(0.5 + tall, 0.0, 1.0);
        result = vec4(alone < 1.5 ? held : vec3(value), opacity);
        return;
    }
    if (!gl_FrontFacing) n = -n;
    vec3 even = n;
#ifdef VALUED
    n = bumped(n);
#endif
    vec3 light = under.a > 0.5 ? light_through(n, even) : light_on(n);
#ifdef RICH
    if (occlusion > 0.0 && balled < 0.5) light *= open_to_light(n);
#endif
    vec2 sharp = sharpness(look.r);
    float gloss = highlight(n, to_eye, sharp);
    if (under.a > 0.5) gloss = 0.7 * gloss + 0.55 * highlight(n, to_eye, vec2(0.22 * sharp.x, 0.45 * sharp.y));
#ifdef RICH
    if (balled > 0.5) {
        vec4 b = texture(ball, n.xy * 0.49 + 0.5);
        light = b.rgb * (occlusion > 0.0 ? open_to_light(n) : 1.0);
        gloss = b.a * sharp.y;
    }
#endif
#ifdef PAINTED
    vec3 albedo = painted();
#endif
#ifdef VALUED
    if (finish.a < 0.5) albedo *= 1.0 - 0.22 * look.b;  // water on skin lets more light in than out
#endif
    vec3 c = clay_in(light, gloss, albedo, n, to_eye);
#ifdef VALUED
    if (finish.a < 0.5) {
        vec3 back = reflect(-to_eye, n);
        vec3 sky = mix(vec3(0.10, 0.09, 0.085), vec3(0.62, 0.66, 0.70), smoothstep(-0.2, 0.9, back.y));
        c = mix(c, albedo * (0.9 * sky + 9.0 * gloss), look.g);
        vec3 film = normalize(mix(n, even, 0.65));  // a film is smoother than what it lies on
        float mirrored = 0.02 + 0.98 * pow(1.0 - max(dot(film, to_eye), 0.0), 5.0);  // Schlick 1994, index 1.33
        c += look.b * (0.35 * mirrored * sky + highlight(film, to_eye, vec2(260.0, 9.0)));
    }
#endif
#ifdef RICH
    if (cavity > 0.0) {  // how the normal turns along the picture, per mm: hollows dark, edges bright
        vec3 px = dFdx(eye_position), py = dFdy(eye_position);
        float bend = dot(dFdx(n), px) / max(dot(px, px), 1e-6) + dot(dFdy(n), py) / max(dot(py, py), 1e-6);
        c *= 1.0 + cavity * clamp(bend * 2.5, -0.75, 0.6);
    }
#endif
    if (!gl_FrontFacing) c *= vec3(0.75, 0.6, 0.55);
#ifdef RICH
    result = vec4(with_photos(to_srgb(c), world_position, normalize(world_normal)), opacity);
#else
    result = vec4(to_srgb(c), opacity);
#endif
}
"""
)

#: The same clay lit at its vertices and not at every pixel, for faces that look at the eye: a processor takes two
#: thirds of the time.
SWIFT_VERTEX = (
    VERTEX
    + LIGHT
    + """
out vec3 shown;
void main() {
    vec4 p = view * vec4(position, 1.0);
    vec3 n = normalize(mat3(view) * normal), to_eye = eye_from(p.xyz);
    float gloss = highlight(n, to_eye, sharpness(roughness));
    shown = to_srgb(clay_in(light_on(n), gloss, to_linear(colour.rgb), n, to_eye));
    gl_Position = clip * p;
}
"""
)

SWIFT_FRAGMENT = """
#version 330 core
in vec3 shown;
out vec4 result;
void main() { result = vec4(shown, 1.0); }
"""

#: A cornea: nothing but what it mirrors, a lamp's gleam and at its edge the sky; its red is how wet it is. The result
#: is laid over what is there, already multiplied by how much it covers.
CLEAR_FRAGMENT = (
    """
#version 330 core
in vec3 eye_normal;
in vec3 eye_position;
in vec3 albedo;
"""
    + LIGHT
    + """
out vec4 result;
void main() {
    if (!gl_FrontFacing) discard;
    vec3 n = normalize(eye_normal), to_eye = eye_from(eye_position);
    float mirrored = 0.025 + 0.975 * pow(1.0 - max(dot(n, to_eye), 0.0), 5.0);  // Schlick 1994, index 1.376
    vec3 back = reflect(-to_eye, n);
    vec3 sky = mix(vec3(0.10, 0.09, 0.085), vec3(0.62, 0.66, 0.70), smoothstep(-0.2, 0.9, back.y));
    float line = albedo.r > 0.0 && albedo.g < 0.001 ? 1.0 : 0.0;  // the wet line is red here: it mirrors from all round
    mirrored = max(mirrored, 0.30 * line);
    float key = smoothstep(0.955 - 0.16 * line, 0.975, dot(back, key_light()));
    float fill = 0.10 * smoothstep(0.93, 0.98, dot(back, normalize(vec3(0.85, 0.05, 0.45)))) * (1.0 - raking);
    float gleam = (key + fill) * albedo.r;
    float cover = clamp(mirrored * 0.7 * albedo.r + gleam, 0.0, 1.0);
    result = vec4(to_srgb(mix(sky, vec3(1.0, 0.99, 0.97), clamp(gleam * 1.4, 0.0, 1.0))) * cover, cover);
}
"""
)

BLIT_VERTEX = """
#version 330 core
out vec2 uv;
void main() {
    vec2 p = vec2((gl_VertexID << 1) & 2, gl_VertexID & 2);
    uv = p;
    gl_Position = vec4(p * 2.0 - 1.0, 0.0, 1.0);
}
"""

BLIT_FRAGMENT = """
#version 330 core
in vec2 uv;
uniform sampler2D picture;
out vec4 result;
void main() { result = vec4(texture(picture, uv).rgb, 1.0); }
"""
