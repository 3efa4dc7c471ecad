"""GLSL programs. Light is computed on linear colour and written as sRGB."""

CLAY_VERTEX = """
#version 330 core
in vec3 position;
in vec3 normal;
in vec4 colour;
uniform mat4 view;
uniform mat4 clip;
out vec3 eye_normal;
out vec3 eye_position;
out vec3 albedo;
out vec3 world_position;
out vec3 world_normal;
out float free;
vec3 to_linear(vec3 v) {
    return mix(v / 12.92, pow((v + 0.055) / 1.055, vec3(2.4)), step(0.04045, v));
}
void main() {
    vec4 p = view * vec4(position, 1.0);
    eye_position = p.xyz;
    eye_normal = mat3(view) * normal;
    world_position = position;
    world_normal = normal;
    albedo = to_linear(colour.rgb);
    free = colour.a;
    gl_Position = clip * p;
}
"""

#: Three lights fixed to the viewer, so that the form reads from every side: a warm key from
#: the upper left, a cool fill from the right, and light from sky and floor. Raking light is one hard
#: lamp far to the left that shows the relief.
CLAY_FRAGMENT = """
#version 330 core
in vec3 eye_normal;
in vec3 eye_position;
in vec3 albedo;
in vec3 world_position;
in vec3 world_normal;
in float free;
uniform float hide_masked;
uniform float flat_view;
uniform float opacity;
uniform float raking;
uniform vec4 finish;       // linear colour, and whether it takes the place of the clay's own
uniform vec3 gloss_of;     // strength and exponent of the highlight, how far light creeps round
uniform float cavity;
uniform float black;
out vec4 result;
//PHOTOS
vec3 to_srgb(vec3 v) {
    v = clamp(v, 0.0, 1.0);
    return mix(v * 12.92, 1.055 * pow(v, vec3(1.0 / 2.4)) - 0.055, step(0.0031308, v));
}
void main() {
    if (hide_masked > 0.5 && free < 0.5) discard;
    if (black > 0.5) {
        result = vec4(0.055, 0.065, 0.06, opacity);
        return;
    }
    vec3 n = normalize(eye_normal);
    vec3 to_eye = flat_view > 0.5 ? vec3(0.0, 0.0, 1.0) : normalize(-eye_position);
    if (!gl_FrontFacing) n = -n;
    vec3 key = normalize(mix(vec3(-0.55, 0.68, 0.58), vec3(-1.0, 0.28, 0.10), raking));
    vec3 fill = normalize(vec3(0.85, 0.05, 0.45));
    float k = max((dot(n, key) + gloss_of.z) / (1.0 + gloss_of.z), 0.0);
    float f = max((dot(n, fill) + gloss_of.z) / (1.0 + gloss_of.z), 0.0);
    vec3 sky = mix(vec3(0.085, 0.078, 0.074), vec3(0.19, 0.20, 0.215), 0.5 + 0.5 * n.y);
    vec3 light = vec3(0.86, 0.83, 0.78) * k + (vec3(0.17, 0.19, 0.22) * f + sky) * (1.0 - 0.65 * raking);
    vec3 h = normalize(key + to_eye);
    float gloss = gloss_of.x * pow(max(dot(n, h), 0.0), gloss_of.y) * step(0.0, dot(n, key));
    float rim = pow(1.0 - max(dot(n, to_eye), 0.0), 3.0);
    vec3 c = mix(albedo, finish.rgb, finish.a) * light * (1.0 - 0.25 * rim) + gloss;
    if (cavity > 0.0) {  // how the normal turns along the picture, per mm: hollows dark, edges bright
        vec3 px = dFdx(eye_position), py = dFdy(eye_position);
        float bend = dot(dFdx(n), px) / max(dot(px, px), 1e-6) + dot(dFdy(n), py) / max(dot(py, py), 1e-6);
        c *= 1.0 + cavity * clamp(bend * 2.5, -0.75, 0.6);
    }
    if (!gl_FrontFacing) c *= vec3(0.75, 0.6, 0.55);
    result = vec4(with_photos(to_srgb(c), world_position, normalize(world_normal)), opacity);
}
"""

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
