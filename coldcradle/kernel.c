/* The inner loops: heat, stress and structure step after step through the glass, the times to step through, and the
 * room under every height of a mesh. Each does what its twin in Python does, in the same order of operations; arrays
 * are row by row. The twins run where this was not compiled, and a test compares the two.
 */
#include <math.h>

#define SIGMA 5.670374e-8 /* Stefan-Boltzmann constant, W/m2/K4 */

/* How a face meets its surroundings: sees 0 nothing, 1 a fixed film, 2 the kiln by radiation and convection. */
static double film(int sees, double fixed, double share, double emissivity, double convection, double kiln, double face)
{
    if (sees == 0) return 0.0;
    if (sees == 1) return fixed;
    double a = kiln + 273.15, b = face + 273.15;
    return share * (emissivity * SIGMA * (a * a + b * b) * (a + b) + convection);
}

/* The factor L D L^T of a symmetric tridiagonal matrix, in place: d its diagonal, e[i] what lies beside it. */
static void factor(int n, double *d, const double *off, double *e)
{
    for (int i = 0; i + 1 < n; i++) {
        e[i] = off[i] / d[i];
        d[i + 1] -= e[i] * off[i];
    }
}

static void solve(int n, const double *d, const double *e, double *x)
{
    for (int i = 1; i < n; i++) x[i] -= e[i - 1] * x[i - 1];
    x[n - 1] /= d[n - 1];
    for (int i = n - 2; i >= 0; i--) x[i] = x[i] / d[i] - e[i] * x[i + 1];
}

/* found is (steps + 1, n) with its first row filled in; work is 4 n. faces: sees, film, share of the top and the
 * bottom; law: emissivity, convection, gamma and (1 - gamma) / gamma. */
void slab_steps(int n, int steps, int gentle, const double *heats, const double *base, const double *off,
                const double *dt, const double *ahead, const double *between, const double *faces, const double *law,
                double *found, double *work)
{
    double *d = work, *e = work + n, *right = work + 2 * n, *weight = work + 3 * n;
    for (int s = 0; s < steps; s++) {
        const double *from = found + (long)s * n;
        double *to = found + (long)(s + 1) * n;
        double span = s < gentle ? dt[s] : law[2] * dt[s];
        double top = film((int)faces[0], faces[1], faces[2], law[0], law[1], ahead[s], from[0]);
        double bottom = film((int)faces[3], faces[4], faces[5], law[0], law[1], ahead[s], from[n - 1]);
        for (int i = 0; i < n; i++) {
            weight[i] = heats[i] / span;
            d[i] = base[i] + weight[i];
            to[i] = from[i];
        }
        d[0] += top;
        d[n - 1] += bottom;
        factor(n, d, off, e);
        if (s >= gentle) {
            for (int i = 0; i < n; i++) right[i] = weight[i] * from[i];
            right[0] += top * between[s];
            right[n - 1] += bottom * between[s];
            solve(n, d, e, right);
            for (int i = 0; i < n; i++) to[i] = from[i] + law[3] * (right[i] - from[i]);
        }
        for (int i = 0; i < n; i++) to[i] *= weight[i];
        to[0] += top * ahead[s];
        to[n - 1] += bottom * ahead[s];
        solve(n, d, e, to);
    }
}

/* stress is (steps + 1, n) with its first row filled in, bend (steps + 1); temperatures is (steps + 1, n), and so is
 * fictive from its step `begins` on, which is `steps` where no structure is followed. nodes is (7, n): a, b, t0 of each
 * node's glass, its annealing point, what settled glass stiffens by below that, modulus, expansion. law: slope of
 * frozen glass, its decades at the annealing point, how much more of a liquid's expansion there is, 0 degrees in K. */
void strain_steps(int n, int steps, int is_flat, int begins, const double *dt, const double *temperatures,
                  const double *fictive, const double *nodes, const double *law, const double *weights,
                  const double *z, double *stress, double *bend, double *work)
{
    const double *a = nodes, *b = nodes + n, *t0 = nodes + 2 * n, *anneal = nodes + 3 * n;
    const double *stiffens = nodes + 4 * n, *modulus = nodes + 5 * n, *alpha = nodes + 6 * n;
    double *l = work;
    for (int s = 0; s < steps; s++) {
        const double *was = temperatures + (long)s * n, *now = was + n, *from = stress + (long)s * n;
        double *to = stress + (long)(s + 1) * n;
        double force = 0, moment = 0, m0 = 0, m1 = 0, m2 = 0;
        for (int i = 0; i < n; i++) {
            double t = (now[i] + was[i]) / 2, drive = -alpha[i] * (now[i] - was[i]), log;
            if (s >= begins) {
                const double *before = fictive + (long)(s - begins) * n, *after = before + n;
                double f = (after[i] + before[i]) / 2, kelvin = fmax(f, -100.0) + law[3];
                log = f >= anneal[i] ? a[i] + b[i] / fmax(f - t0[i], 1.0)
                                     : law[1] + stiffens[i] * (1 / kelvin - 1 / (anneal[i] + law[3]));
                log += law[0] * (f - t);
                drive -= law[2] * alpha[i] * (after[i] - before[i]);
            } else {
                log = t >= anneal[i] ? a[i] + b[i] / fmax(t - t0[i], 1.0) : law[1] + law[0] * (anneal[i] - t);
            }
            double spent = dt[s] / (6 * pow(10.0, fmin(fmax(log, 0.0), 40.0)) / modulus[i]);
            double kept = exp(-spent), share = weights[i], arm = share * z[i];
            l[i] = (spent > 1e-6 ? -expm1(-spent) / spent : 1.0) * modulus[i];
            to[i] = kept * from[i] + l[i] * drive;
            force += share * to[i];
            moment += arm * to[i];
            m0 += l[i] * share;
            m1 += l[i] * arm;
            m2 += l[i] * arm * z[i];
        }
        double determinant = m0 * m2 - m1 * m1;
        bend[s + 1] = bend[s];
        if (is_flat || determinant <= 0) {
            for (int i = 0; i < n; i++) to[i] += l[i] * (-force / m0);
        } else {
            double stretch = (m1 * moment - m2 * force) / determinant;
            double curve = (m1 * force - m0 * moment) / determinant;
            for (int i = 0; i < n; i++) to[i] += l[i] * (stretch + curve * z[i]);
            bend[s + 1] += curve;
        }
    }
}

/* found is (steps + 1, n) with its first row filled in, parts (many, n) is carried on in place; step[s] is the length
 * of a step times the modulus. curve is (6, n): a, b, t0 of each node's glass, the slope, its
 * annealing point in K, and what it stiffens by below that. */
void fictive_steps(int n, int steps, int many, const double *temperatures, const double *step, const double *curve,
                   const double *shares, const double *rates, double low, double high, double *parts, double *found)
{
    const double *a = curve, *b = curve + n, *t0 = curve + 2 * n, *slope = curve + 3 * n;
    const double *anneal = curve + 4 * n, *stiffens = curve + 5 * n;
    for (int s = 0; s < steps; s++) {
        const double *now = temperatures + (long)(s + 1) * n, *was = found + (long)s * n;
        double *to = found + (long)(s + 1) * n;
        double coldest = now[0], hottest = now[0];
        for (int i = 1; i < n; i++) {
            coldest = fmin(coldest, now[i]);
            hottest = fmax(hottest, now[i]);
        }
        for (int i = 0; i < n; i++) {
            if (hottest < low) {
                to[i] = was[i];
            } else if (coldest > high) {
                for (int m = 0; m < many; m++) parts[m * n + i] = now[i];
                to[i] = now[i];
            } else {
                double kelvin = fmax(was[i], -100.0) + 273.15;
                double settled = was[i] + 273.15 >= anneal[i] ? a[i] + b[i] / fmax(was[i] - t0[i], 1.0)
                                                              : 12.0 + stiffens[i] * (1 / kelvin - 1 / anneal[i]);
                double gain = step[s] * pow(10.0, -(settled + slope[i] * (was[i] - now[i])));
                double sum = 0;
                for (int m = 0; m < many; m++) {
                    double more = rates[m] * gain;
                    parts[m * n + i] = (parts[m * n + i] + more * now[i]) / (1 + more);
                    sum += shares[m] * parts[m * n + i];
                }
                to[i] = sum;
            }
        }
    }
}

/* Times to step through along a line of corners (n): short after each corner, longer along straight parts, finer where
 * glass sets. law: lowest and highest of that, the slow step, the first step, the stir, the growth, the slope before.
 * Returns how many, or -1 where there are more than most. */
int grid_times(int n, const double *at_s, const double *at_c, const double *law, int most, double *times)
{
    double low = law[0], high = law[1], slow = law[2], first = law[3], stir = law[4], growth = law[5], before = law[6];
    int count = 0;
    times[count++] = at_s[0];
    for (int i = 0; i + 1 < n; i++) {
        double t0 = at_s[i], t1 = at_s[i + 1], c0 = at_c[i], c1 = at_c[i + 1];
        double length = t1 - t0, slope = (c1 - c0) / length;
        double rate = fabs(slope), turn = fabs(slope - before);
        before = slope;
        int watched = fmin(c0, c1) < high && fmax(c0, c1) > low;
        double longest = rate > 0 ? (watched ? 5.0 : 25.0) / rate : length / 8;
        double step = fmin(fmax(first, stir / fmax(turn, 1e-9)), longest);
        double t = t0;
        while (t1 - t > step * 1.01) {
            t += step;
            if (count >= most) return -1;
            times[count++] = t;
            double next = fmin(step * growth, longest);
            if (t - t0 < 30 * slow) next = fmin(next, slow);
            step = next;
        }
        if (count >= most) return -1;
        times[count++] = t1;
    }
    return count;
}

/* The first of many ascending levels that is not below z. */
static int level_from(const double *levels, int many, double z)
{
    int low = 0, high = many;
    while (low < high) {
        int middle = (low + high) / 2;
        if (levels[middle] < z) low = middle + 1;
        else high = middle;
    }
    return low;
}

/* Of n triangles, nine numbers each, added to found (3, many): volume below each level, area at it and area of all
 * faces below it. work is (3, many + 1) of zeros: what counts whole from a level on. */
void room_levels(long n, int many, const double *triangles, const double *levels, double *work, double *found)
{
    double *column = work, *moment = work + many + 1, *faces = work + 2 * (many + 1);
    double *volume = found, *area = found + many, *touched = found + 2 * many;
    for (long i = 0; i < n; i++) {
        const double *p = triangles + 9 * i, *q = p + 3, *r = p + 6;
        double ux = q[0] - p[0], uy = q[1] - p[1], uz = q[2] - p[2];
        double vx = r[0] - p[0], vy = r[1] - p[1], vz = r[2] - p[2];
        double across = uy * vz - uz * vy, along = uz * vx - ux * vz, turn = ux * vy - uy * vx;
        double shadow = -turn / 2, face = sqrt(across * across + along * along + turn * turn) / 2;
        double least = fmin(p[2], q[2]), most = fmax(p[2], q[2]);
        double a = fmin(least, r[2]), c = fmax(most, r[2]), b = fmax(least, fmin(most, r[2]));
        double middle = (p[2] + q[2] + r[2]) / 3;
        int first = level_from(levels, many, a), above = level_from(levels, many, c);
        for (int k = first; k < above; k++) {
            double at = levels[k], part, summed;
            if (at <= b) {
                part = (b - a) * (c - a) > 0 ? (at - a) * (at - a) / ((b - a) * (c - a)) : 0.0;
                summed = part * (at - a) / 3;
            } else {
                part = (c - b) * (c - a) > 0 ? (c - at) * (c - at) / ((c - b) * (c - a)) : 0.0;
                summed = at - middle + part * (c - at) / 3;
                part = 1.0 - part;
            }
            volume[k] += shadow * summed;
            area[k] += shadow * part;
            touched[k] += face * part;
        }
        column[above] += shadow;
        moment[above] += shadow * middle;
        faces[above] += face;
    }
    double below = 0, carried = 0, whole = 0;
    for (int k = 0; k < many; k++) {
        below += column[k];
        carried += moment[k];
        whole += faces[k];
        volume[k] += below * levels[k] - carried;
        area[k] += below;
        touched[k] += whole;
    }
}
