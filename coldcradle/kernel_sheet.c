/* A soft sheet on its form, moment after moment: the twin of `layup/deform/sheet.py`, in the same order of operations;
 * what moves it like this is said there.
 */
#include <math.h>

/* A sheet of n stretches on a form: what it is, where it is, and what a moment finds of it. */
typedef struct {
    long n, round, halved, held, corners, line;
    double membrane, bending, reach, stiff, drag, drift, pulls_off, tries, most_solves;
    const double *volume, *loads;
    double *at, *pulls, *gap, *outward, *speed;                 /* (n+1, 2), (n), (n+1), (n+1, 2), (n+1, 2) */
    unsigned char *touching, *bent_over;                        /* (n+1), (corners) */
    const double *corner;                                       /* (corners, 2) */
    const double *start, *steps, *squared, *normals, *between;   /* of the form's line, (line[+1], 2) or (line) */
    double *length, *along, *middle, *thick, *stretch, *hoop, *turn;
    double *band, *matrix, *right, *wish;
    unsigned char *on, *next;
    long *bend_corner, *bend_stretch;                           /* (corners n) */
    double *bend_gap, *bend_row;
    unsigned char *bent, *bent_next;
    long solves;
} Sheet;

#define BAND 6

/* weight row^T row onto the band from column start on; what lies behind the last column is nought. */
static void add_row(double *band, long wide, long start, const double *row, int many, double weight)
{
    for (int a = 0; a < many; a++) {
        double w = row[a] * weight;
        for (int b = a; b < many; b++) band[(BAND - 1 - b + a) * wide + start + b] += w * row[b];
    }
}

static void sheet_lengths(Sheet *s)
{
    for (long k = 0; k < s->n; k++) {
        const double *p = s->at + 2 * k;
        double r = p[2] - p[0], z = p[3] - p[1];
        s->length[k] = hypot(r, z);
        s->along[2 * k] = r / s->length[k];
        s->along[2 * k + 1] = z / s->length[k];
        s->middle[k] = (p[2] + p[0]) / 2;
        s->thick[k] = s->volume[k] / (s->length[k] * (s->round ? 2 * M_PI * s->middle[k] : 1.0));
    }
}

static void sheet_band(Sheet *s, double step)
{
    long n = s->n, wide = 2 * n + 2;
    double row[6];
    for (long i = 0; i < BAND * wide; i++) s->band[i] = 0;
    for (int block = 0; block < 3; block++) {
        for (long k = 0; k < n; k++) {
            double area = s->length[k] * (s->round ? 2 * M_PI * s->middle[k] : 1.0);
            double pr = s->along[2 * k] / s->length[k], pz = s->along[2 * k + 1] / s->length[k];
            double *stretch = s->stretch + 4 * k, *hoop = s->hoop + 4 * k, *turn = s->turn + 4 * k;
            double membrane = 2 * s->membrane * s->thick[k] * area;
            if (block == 0) {
                stretch[0] = -pr, stretch[1] = -pz, stretch[2] = pr, stretch[3] = pz;
                turn[0] = pz, turn[1] = -pr, turn[2] = -pz, turn[3] = pr;
                hoop[0] = hoop[2] = s->round ? 0.5 / s->middle[k] : 0.0;
                hoop[1] = hoop[3] = 0.0;
                for (int i = 0; i < 4; i++) row[i] = stretch[i] + 0.5 * hoop[i];
                add_row(s->band, wide, 2 * k, row, 4, membrane);
            } else if (block == 1) {
                if (s->round) add_row(s->band, wide, 2 * k, hoop, 4, 0.75 * membrane);
            } else {
                add_row(s->band, wide, 2 * k, turn, 4, fmax(s->pulls[k], 0.0) * step * area);
            }
        }
    }
    double factor = 2 * s->bending;
    for (int block = 3; block < 5; block++) {
        for (long k = 0; k + 1 < n && (block == 3 || s->round); k++) {
            const double *here = s->turn + 4 * k, *next = here + 4;
            double between = (s->length[k + 1] + s->length[k]) / 2, inner = s->at[2 * (k + 1)];
            double weight = factor * pow((s->thick[k + 1] + s->thick[k]) / 2, 3.0) * between, hooped[6];
            double slope = s->round ? (s->along[2 * k + 2] + s->along[2 * k]) / 4 / inner : 0.0;
            for (int i = 0; i < 6; i++) {
                double up = i >= 2 ? next[i - 2] : 0.0, down = i < 4 ? here[i] : 0.0;
                hooped[i] = up * slope + down * slope;
                row[i] = (up - down) / between + (s->round ? 0.5 * hooped[i] : 0.0);
            }
            if (s->round) weight = weight * 2 * M_PI * inner;
            if (block == 3) add_row(s->band, wide, 2 * k, row, 6, weight);
            else add_row(s->band, wide, 2 * k, hooped, 6, 0.75 * weight);
        }
    }
    if (s->halved) {
        double half = s->length[0] / 2;
        for (int i = 0; i < 4; i++) row[i] = s->turn[i] / half;
        double over = s->round ? 3 * M_PI * half * half : half;
        add_row(s->band, wide, 0, row, 4, factor * pow(s->thick[0], 3.0) * over);
    }
    if (s->round) {
        double last = s->at[2 * n], out = s->along[2 * (n - 1)];
        for (int i = 0; i < 4; i++) row[i] = s->turn[4 * (n - 1) + i] * out / last;
        double weight = factor * pow(s->thick[n - 1], 3.0) * 0.75 * M_PI * last * s->length[n - 1];
        add_row(s->band, wide, 2 * (n - 1), row, 4, weight);
    }
}

/* Where corners of the form press on stretches of the sheet; how many. */
static long sheet_bends(Sheet *s)
{
    long found = 0;
    for (long c = 0; c < s->corners; c++) {
        for (long k = 0; k < s->n; k++) {
            double r = s->corner[2 * c] - s->at[2 * k], z = s->corner[2 * c + 1] - s->at[2 * k + 1];
            double ar = s->along[2 * k], az = s->along[2 * k + 1];
            double share = (r * ar + z * az) / s->length[k], gap = r * az - z * ar;
            if (!(share >= 0 && share <= 1 && fabs(gap) < 2 * s->reach)) continue;
            double *row = s->bend_row + 4 * found;
            row[0] = (1 - share) * -az, row[1] = (1 - share) * ar, row[2] = share * -az, row[3] = share * ar;
            s->bend_corner[found] = c;
            s->bend_stretch[found] = k;
            s->bend_gap[found++] = gap;
        }
    }
    return found;
}

/* Solve the symmetric band (6, wide) for x in place, by Cholesky; 0 where it is not positive. */
static int band_solve(long wide, double *ab, double *x)
{
    for (long j = 0; j < wide; j++) {
        long top = j > BAND - 1 ? j - (BAND - 1) : 0;
        for (long i = top; i <= j; i++) {
            double sum = ab[(BAND - 1 - j + i) * wide + j];
            for (long k = top; k < i; k++) sum -= ab[(BAND - 1 - i + k) * wide + i] * ab[(BAND - 1 - j + k) * wide + j];
            if (i < j) ab[(BAND - 1 - j + i) * wide + j] = sum / ab[(BAND - 1) * wide + i];
            else if (sum > 0) ab[(BAND - 1) * wide + j] = sqrt(sum);
            else return 0;
        }
    }
    for (long j = 0; j < wide; j++) {
        for (long k = j > BAND - 1 ? j - (BAND - 1) : 0; k < j; k++) x[j] -= ab[(BAND - 1 - j + k) * wide + j] * x[k];
        x[j] /= ab[(BAND - 1) * wide + j];
    }
    for (long j = wide - 1; j >= 0; j--) {
        for (long k = j + 1; k < wide && k < j + BAND; k++) x[j] -= ab[(BAND - 1 - k + j) * wide + k] * x[k];
        x[j] /= ab[(BAND - 1) * wide + j];
    }
    for (long j = 0; j < wide; j++) if (!isfinite(x[j])) return 0;
    return 1;
}

/* With what touches now, the speeds; 0 where the sheet has folded onto itself. */
static int sheet_solved(Sheet *s, double big, long bends, int first, double step)
{
    long n = s->n, wide = 2 * n + 2;
    for (long i = 0; i < BAND * wide; i++) s->matrix[i] = s->band[i];
    for (long i = 0; i < wide; i++) s->right[i] = s->loads[i];
    double *diagonal = s->matrix + (BAND - 1) * wide, *beside = diagonal - wide;
    for (long k = 0; k <= n; k++) {
        if (!s->on[k]) continue;
        double nr = s->outward[2 * k], nz = s->outward[2 * k + 1], push = big * s->wish[k];
        diagonal[2 * k] += big * nr * nr;
        diagonal[2 * k + 1] += big * nz * nz;
        beside[2 * k + 1] += big * nr * nz;
        s->right[2 * k] += push * nr;
        s->right[2 * k + 1] += push * nz;
    }
    for (long b = 0; b < bends; b++) {
        if (!s->bent[b]) continue;
        long start = 2 * s->bend_stretch[b];
        const double *row = s->bend_row + 4 * b;
        double wish = first ? 0.0 : -s->bend_gap[b] / step;
        for (int i = 0; i < 4; i++) {
            for (int j = i; j < 4; j++) s->matrix[(BAND - 1 - j + i) * wide + start + j] += big * row[i] * row[j];
            s->right[start + i] += big * wish * row[i];
        }
    }
    if (!band_solve(wide, s->matrix, s->right)) return 0;
    for (long i = 0; i < wide; i++) s->speed[i] = s->right[i];
    return 1;
}

/* Of every contact, whether it is one by these speeds; whether nothing changed. */
static int sheet_settled(Sheet *s, double big, long bends, int first, double step)
{
    int settled = 1;
    for (long k = 0; k <= s->n; k++) {
        double leaving = s->speed[2 * k] * s->outward[2 * k] + s->speed[2 * k + 1] * s->outward[2 * k + 1];
        if (s->on[k]) s->next[k] = -big * (leaving - s->wish[k]) >= s->pulls_off;
        else s->next[k] = s->gap[k] < (first ? 1e-7 : 0.5) && leaving < s->wish[k] - 1e-15;
        settled &= s->next[k] == s->on[k];
    }
    for (long b = 0; b < bends; b++) {
        const double *v = s->speed + 2 * s->bend_stretch[b], *row = s->bend_row + 4 * b;
        double wish = first ? 0.0 : -s->bend_gap[b] / step;
        double leaving = v[0] * row[0] + v[1] * row[1] + v[2] * row[2] + v[3] * row[3];
        s->bent_next[b] = s->bent[b] ? -big * (leaving - wish) >= s->pulls_off : leaving < wish - 1e-15;
        if (first && !(s->bend_gap[b] < 1e-7)) s->bent_next[b] = 0;
        settled &= s->bent_next[b] == s->bent[b];
    }
    return settled;
}

/* Speeds over a step of so much heat work. 0: found; 1: its contacts do not settle; 2: it has folded onto itself. */
int sheet_speeds(Sheet *s, double step)
{
    long n = s->n, wide = 2 * n + 2;
    int first = step <= 0;
    sheet_lengths(s);
    sheet_band(s, step);
    double *diagonal = s->band + (BAND - 1) * wide, most = diagonal[0];
    for (long i = 1; i < wide; i++) most = fmax(most, diagonal[i]);
    for (long i = 0; i < wide; i++) diagonal[i] += s->drag * most;
    most = diagonal[0];
    for (long i = 1; i < wide; i++) most = fmax(most, diagonal[i]);
    double big = s->stiff * most;
    if (s->halved) diagonal[0] += big;
    else if (!s->round) diagonal[2 * ((n + 1) / 2)] += s->drift * big;
    if (s->held >= 0) diagonal[2 * s->held] += big, diagonal[2 * s->held + 1] += big;
    long bends = sheet_bends(s);
    for (long k = 0; k <= n; k++) {
        s->wish[k] = first ? 0.0 : -s->gap[k] / step;
        s->on[k] = (s->touching[k] || s->gap[k] < 1e-7) && s->gap[k] < 3 * s->reach;
    }
    for (long b = 0; b < bends; b++) s->bent[b] = s->bent_over[s->bend_corner[b]] || s->bend_gap[b] < 1e-7;
    for (int t = 0; t < (int)s->tries; t++) {
        if (++s->solves > (long)s->most_solves) return 1;
        if (!sheet_solved(s, big, bends, first, step)) return 2;
        if (sheet_settled(s, big, bends, first, step)) break;
        for (long k = 0; k <= n; k++) s->on[k] = s->next[k];
        for (long b = 0; b < bends; b++) s->bent[b] = s->bent_next[b];
    }
    for (long k = 0; k <= n; k++) s->touching[k] = s->on[k];
    for (long c = 0; c < s->corners; c++) s->bent_over[c] = 0;
    for (long b = 0; b < bends; b++) if (s->bent[b]) s->bent_over[s->bend_corner[b]] = 1;
    return 0;
}

/* How far every node lies off the form's line, and the way out of it. */
void sheet_gaps(Sheet *s)
{
    for (long k = 0; k <= s->n; k++) {
        double r = s->at[2 * k], z = s->at[2 * k + 1], least = INFINITY, at = 0, off_r = 0, off_z = 0;
        long nearest = 0;
        for (long i = 0; i < s->line; i++) {
            double sr = s->steps[2 * i], sz = s->steps[2 * i + 1];
            double ar = r - s->start[2 * i], az = z - s->start[2 * i + 1];
            double share = (ar * sr + az * sz) / s->squared[i];
            share = share < 0 ? 0.0 : share > 1 ? 1.0 : share;
            ar -= share * sr;
            az -= share * sz;
            double squared = ar * ar + az * az;
            if (squared < least) least = squared, nearest = i, at = share, off_r = ar, off_z = az;
        }
        double distance = hypot(off_r, off_z);
        int corner = at <= 0 || at >= 1;
        const double *normal = !corner ? s->normals + 2 * nearest
                               : at <= 0 ? s->between + 2 * nearest : s->between + 2 * (nearest + 1);
        double sign = off_r * normal[0] + off_z * normal[1] >= 0 ? 1.0 : -1.0;
        int off = corner && distance > 1e-6;
        double scale = off ? sign / fmax(distance, 1e-12) : 0.0;
        s->gap[k] = sign * distance;
        s->outward[2 * k] = off ? off_r * scale : normal[0];
        s->outward[2 * k + 1] = off ? off_z * scale : normal[1];
    }
}

/* Move the sheet by its speeds for so much heat work, and note how hard each stretch pulls. */
void sheet_carry(Sheet *s, double step)
{
    for (long k = 0; k < s->n; k++) {
        const double *v = s->speed + 2 * k, *e = s->stretch + 4 * k, *h = s->hoop + 4 * k;
        double along = v[0] * e[0] + v[1] * e[1] + v[2] * e[2] + v[3] * e[3];
        double across = v[0] * h[0] + v[1] * h[1] + v[2] * h[2] + v[3] * h[3];
        s->pulls[k] = (2 * s->membrane * along + 2 * across) * s->thick[k];
    }
    for (long i = 0; i < 2 * s->n + 2; i++) s->at[i] += s->speed[i] * step;
    if (s->halved) s->at[0] = 0.0;
    sheet_gaps(s);
}
