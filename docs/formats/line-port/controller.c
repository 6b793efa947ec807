/*
 * A minimal controller that speaks the line port: it enables, moves, jogs, holds and stops a few axes by step and
 * direction, with ramps. One file of C99, to begin from on any microcontroller; what belongs to the hardware stands
 * behind five functions.
 *
 *     double hw_seconds(void)               a clock that only rises [s]
 *     int    hw_read(void)                  the next byte of the line, or -1 while there is none
 *     void   hw_write(const char *text)     sends text
 *     void   hw_step(int axis, int sense)   one pulse; sense is 1 forward, -1 back. Direction first, then step
 *     void   hw_enable(int axis, int on)    the driver holds, or lets the motor free
 *
 * Call lp_run() again and again, many times for each pulse. It has no switches, so it never claims to know where an axis
 * is, and says in its hello only what it can. It is no safety circuit: what takes the power from the motors in an
 * emergency is a switch in the wiring.
 *
 * With LINE_PORT_BENCH defined it is a program on standard input and output that moves nothing, for the conformance
 * script: cc -std=c99 -DLINE_PORT_BENCH controller.c -lm -o controller && node conform.mjs --command ./controller
 */
#ifdef LINE_PORT_BENCH
#define _POSIX_C_SOURCE 200809L
#endif
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

double hw_seconds(void);
int hw_read(void);
void hw_write(const char *text);
void hw_step(int axis, int sense);
void hw_enable(int axis, int on);
void lp_run(void);

#define AXES 3
static const char *const LETTERS[AXES] = {"X", "Y", "Z"};

#define PORT_VERSION 2
#define LINE_MOST 4096
#define ID_MOST 2147483647.0
/* Bounds of the port: pulses in a second, and in a second each second. */
#define RATE_LEAST 0.001
#define RATE_MOST 1e6
#define ACCELERATION_MOST 1e9
/* A jog that is not asked for again, and a host that says nothing while something moves [s]. */
#define JOG_RENEWED_WITHIN 0.3
#define WATCHED_FOR 1.0
#define PLACES_EVERY 0.05
/* After a pause of its loop it makes up for no more than this [s]. */
#define CATCH_UP 0.01

enum task { REST, MOVE, JOG };

struct axis {
  int is_enabled;
  enum task task;
  long id;            /* number of the line that set it in motion */
  long position;      /* pulses since it was switched on */
  long target;        /* of a move, or how far a jog may go */
  int is_bounded;     /* a jog that may go no further than that */
  int sense;          /* the way it goes */
  int next_sense;     /* the way a jog is to go once it rests; 0: none other */
  int is_braking;
  double rate, top, start, acceleration;
  double due;         /* when the next pulse is [s] */
  double jog_until;
};

static struct axis axes[AXES];
static int is_greeted;
static double last_id, last_line, last_places;

/* ---- what is said ---- */

static void say_no(double id, const char *error, const char *says) {
  char text[400];
  if (id > 0)
    snprintf(text, sizeof text, "{\"kind\":\"no\",\"id\":%.0f,\"error\":\"%s\",\"says\":\"%s\"}\n", id, error, says);
  else
    snprintf(text, sizeof text, "{\"kind\":\"no\",\"id\":null,\"error\":\"%s\",\"says\":\"%s\"}\n", error, says);
  hw_write(text);
}

static void say_ok(double id) {
  char text[60];
  snprintf(text, sizeof text, "{\"kind\":\"ok\",\"id\":%.0f}\n", id);
  hw_write(text);
}

static void say_places(double id) {
  char text[120];
  last_places = hw_seconds();
  if (id > 0) {
    snprintf(text, sizeof text, "{\"kind\":\"at\",\"id\":%.0f,\"places\":[", id);
    hw_write(text);
  } else {
    hw_write("{\"kind\":\"at\",\"id\":null,\"places\":[");
  }
  for (int i = 0; i < AXES; i += 1) {
    snprintf(text, sizeof text, "%s{\"axis\":\"%s\",\"pulses\":%ld,\"isKnown\":false,\"isMoving\":%s}", i > 0 ? "," : "",
             LETTERS[i], axes[i].position, axes[i].task == REST ? "false" : "true");
    hw_write(text);
  }
  hw_write("]}\n");
}

static void finish(int i, const char *how) {
  char text[140];
  struct axis *a = &axes[i];
  a->task = REST;
  a->rate = 0;
  a->next_sense = 0;
  snprintf(text, sizeof text, "{\"kind\":\"done\",\"id\":%ld,\"axis\":\"%s\",\"pulses\":%ld,\"how\":\"%s\"}\n", a->id,
           LETTERS[i], a->position, how);
  hw_write(text);
  say_places(0);
}

/* ---- motion ---- */

static double first_rate(const struct axis *a) {
  /* From rest the first pulse comes as if the ramp had begun one pulse before. */
  double from = sqrt(2 * a->acceleration);
  double rate = a->start > from ? a->start : from;
  return rate < a->top ? rate : a->top;
}

static void begin(struct axis *a, int sense) {
  a->sense = sense;
  a->is_braking = 0;
  a->rate = first_rate(a);
  a->due = hw_seconds() + 1 / a->rate;
}

static void brake_all(void) {
  for (int i = 0; i < AXES; i += 1) {
    axes[i].is_braking = 1;
    axes[i].next_sense = 0;
  }
}

static void end_all(void) {
  for (int i = 0; i < AXES; i += 1)
    if (axes[i].task != REST) finish(i, "stopped");
}

/* One pulse, and how soon the next one comes. */
static void pulse(int i) {
  struct axis *a = &axes[i];
  double square = a->rate * a->rate, start = a->start * a->start, gain = 2 * a->acceleration;
  double left = (double)((a->target - a->position) * a->sense) - 1;
  int has_end = a->task == MOVE || (a->is_bounded && !a->is_braking);
  if (a->task == JOG && has_end && (left < 0 || square - start > gain * (left + 2))) {
    /* It stands there already, or is too quick to come to rest before it: down by the ramp. */
    if (square <= start + gain) {
      finish(i, "held");
      return;
    }
    a->is_braking = 1;
    has_end = 0;
  }
  hw_step(i, a->sense);
  a->position += a->sense;
  if (has_end && left <= 0) {
    finish(i, "reached");
    return;
  }
  if (a->is_braking) {
    square -= gain;
    if (square <= start || square <= gain) {
      if (a->next_sense != 0) {
        int sense = a->next_sense;
        a->next_sense = 0;
        begin(a, sense);
      } else {
        finish(i, "held");
      }
      return;
    }
  } else {
    double most = a->top * a->top;
    /* No quicker than it can come down again in the pulses that are left. */
    if (has_end && start + gain * left < most) most = start + gain * left;
    if (square < most)
      square = square + gain < most ? square + gain : most;
    else if (square > most)
      square = square - gain > most ? square - gain : most;
  }
  a->rate = sqrt(square);
  a->due += 1 / a->rate;
}

static void move_on(double now) {
  int is_moving = 0;
  for (int i = 0; i < AXES; i += 1) {
    struct axis *a = &axes[i];
    if (a->task == JOG && now > a->jog_until) {
      a->is_braking = 1;
      a->next_sense = 0;
    }
    if (a->task != REST && now - a->due > CATCH_UP) a->due = now;
    while (a->task != REST && now >= a->due) pulse(i);
    if (a->task != REST) is_moving = 1;
  }
  if (!is_moving) return;
  if (now - last_line > WATCHED_FOR) brake_all();
  if (now - last_places >= PLACES_EVERY) say_places(0);
}

/* ---- reading: one flat object of JSON a line, every key that a kind has and no other ---- */

#define FIELDS 8
enum type { NUMBER, TEXT, TRUTH, NOTHING };
struct field {
  char name[16], text[16];
  enum type type;
  double number;
};
static struct field fields[FIELDS];
static int field_count;

static const char *spaces(const char *at) {
  while (*at == ' ' || *at == '\t' || *at == '\r') at += 1;
  return at;
}

/* A string without escapes, which no key and no word of the port needs. NULL where there is none that fits. */
static const char *read_text(const char *at, char *into, size_t room) {
  size_t length = 0;
  if (*at != '"') return NULL;
  for (at += 1; *at != '"'; at += 1) {
    if ((unsigned char)*at < 0x20 || *at == '\\' || length + 1 >= room) return NULL;
    into[length++] = *at;
  }
  into[length] = '\0';
  return at + 1;
}

/* A number as JSON writes it: strtod takes more than that, so its form is looked at first. */
static const char *read_number(const char *at, double *into) {
  const char *end = at;
  if (*end == '-') end += 1;
  if (*end == '0')
    end += 1;
  else if (*end >= '1' && *end <= '9')
    while (*end >= '0' && *end <= '9') end += 1;
  else
    return NULL;
  if (*end == '.') {
    end += 1;
    if (*end < '0' || *end > '9') return NULL;
    while (*end >= '0' && *end <= '9') end += 1;
  }
  if (*end == 'e' || *end == 'E') {
    end += 1;
    if (*end == '+' || *end == '-') end += 1;
    if (*end < '0' || *end > '9') return NULL;
    while (*end >= '0' && *end <= '9') end += 1;
  }
  *into = strtod(at, NULL);
  return isfinite(*into) ? end : NULL;
}

static const char *read_value(const char *at, struct field *into) {
  static const struct {
    const char *word;
    enum type type;
    double number;
  } words[] = {{"true", TRUTH, 1}, {"false", TRUTH, 0}, {"null", NOTHING, 0}};
  if (*at == '"') {
    into->type = TEXT;
    return read_text(at, into->text, sizeof into->text);
  }
  for (size_t i = 0; i < sizeof words / sizeof words[0]; i += 1)
    if (strncmp(at, words[i].word, strlen(words[i].word)) == 0) {
      into->type = words[i].type;
      into->number = words[i].number;
      return at + strlen(words[i].word);
    }
  into->type = NUMBER;
  return read_number(at, &into->number);
}

static int read_object(const char *at) {
  field_count = 0;
  at = spaces(at);
  if (*at != '{') return 0;
  at = spaces(at + 1);
  if (*at == '}') return *spaces(at + 1) == '\0';
  for (;;) {
    struct field *next = &fields[field_count];
    if (field_count == FIELDS) return 0;
    at = read_text(spaces(at), next->name, sizeof next->name);
    if (at == NULL || *(at = spaces(at)) != ':') return 0;
    at = read_value(spaces(at + 1), next);
    if (at == NULL) return 0;
    field_count += 1;
    at = spaces(at);
    if (*at == '}') return *spaces(at + 1) == '\0';
    if (*at != ',') return 0;
    at += 1;
  }
}

static struct field *field(const char *name, enum type type) {
  for (int i = 0; i < field_count; i += 1)
    if (strcmp(fields[i].name, name) == 0) return fields[i].type == type ? &fields[i] : NULL;
  return NULL;
}

static int number(const char *name, double least, double most, double *into) {
  struct field *found = field(name, NUMBER);
  if (found == NULL || found->number < least || found->number > most) return 0;
  *into = found->number;
  return 1;
}

static int is_whole(double value) { return value == floor(value); }

/* Number of the line; 0 where it says none. */
static double line_id(void) {
  double id = 0;
  return number("id", 1, ID_MOST, &id) && is_whole(id) ? id : 0;
}

/* ---- what is obeyed ---- */

struct request {
  double id, pulses, rate, start, acceleration;
  int axis; /* -1: all of them, or none that is here */
};

static int axis_of(const char *letter) {
  for (int i = 0; i < AXES; i += 1)
    if (strcmp(LETTERS[i], letter) == 0) return i;
  return -1;
}

/* Reads the axis of a line. @returns 0 after it was refused */
static int with_axis(struct request *r) {
  struct field *found = field("axis", TEXT);
  if (found == NULL || found->text[0] == '\0') {
    say_no(r->id, "malformed", "axis is a text");
    return 0;
  }
  r->axis = axis_of(found->text);
  if (r->axis < 0) say_no(r->id, "no-such-axis", "There is no such axis.");
  return r->axis >= 0;
}

static int with_pace(struct request *r, double rate_least) {
  if (number("rate", rate_least, RATE_MOST, &r->rate) && number("start", 0, RATE_MOST, &r->start) &&
      number("acceleration", RATE_LEAST, ACCELERATION_MOST, &r->acceleration))
    return 1;
  say_no(r->id, "malformed", "rate, start and acceleration are numbers within their bounds");
  return 0;
}

static int is_ready(const struct request *r, int is_going_on) {
  struct axis *a = &axes[r->axis];
  if (!a->is_enabled)
    say_no(r->id, "not-enabled", "Its driver is not enabled.");
  else if (a->task != REST && !is_going_on)
    say_no(r->id, "busy", "It moves already.");
  else
    return 1;
  return 0;
}

static void set_pace(struct axis *a, const struct request *r) {
  a->top = fabs(r->rate);
  a->start = r->start;
  a->acceleration = r->acceleration;
}

static void obey_hello(struct request *r) {
  double version = 0;
  char text[40];
  if (!number("version", 1, 1000, &version) || !is_whole(version)) {
    say_no(r->id, "malformed", "version is a whole number");
    return;
  }
  if (version != PORT_VERSION) {
    say_no(r->id, "other-version", "This controller speaks version 2.");
    return;
  }
  is_greeted = 1;
  last_id = r->id;
  snprintf(text, sizeof text, "{\"kind\":\"hello\",\"id\":%.0f,", r->id);
  hw_write(text);
  hw_write("\"version\":2,\"name\":\"minimal controller\",\"axes\":[");
  for (int i = 0; i < AXES; i += 1) {
    snprintf(text, sizeof text, "%s\"%s\"", i > 0 ? "," : "", LETTERS[i]);
    hw_write(text);
  }
  hw_write("],\"can\":[\"hello\",\"enable\",\"move\",\"jog\",\"hold\",\"stop\",\"alive\",\"where\"]}\n");
}

static void obey_enable(struct request *r) {
  struct field *on = field("on", TRUTH);
  if (on == NULL) {
    say_no(r->id, "malformed", "on is true or false");
    return;
  }
  if (!with_axis(r)) return;
  axes[r->axis].is_enabled = on->number != 0;
  hw_enable(r->axis, axes[r->axis].is_enabled);
  if (!axes[r->axis].is_enabled && axes[r->axis].task != REST) finish(r->axis, "stopped");
  say_ok(r->id);
}

static void obey_move(struct request *r) {
  struct axis *a;
  if (!number("pulses", -ID_MOST, ID_MOST, &r->pulses) || !is_whole(r->pulses)) {
    say_no(r->id, "malformed", "pulses is a whole number");
    return;
  }
  if (!with_pace(r, RATE_LEAST) || !with_axis(r) || !is_ready(r, 0)) return;
  a = &axes[r->axis];
  set_pace(a, r);
  a->id = (long)r->id;
  a->target = a->position + (long)r->pulses;
  a->next_sense = 0;
  say_ok(r->id);
  a->task = MOVE;
  if (r->pulses == 0)
    finish(r->axis, "reached");
  else
    begin(a, r->pulses > 0 ? 1 : -1);
}

static void obey_jog(struct request *r) {
  struct axis *a;
  int sense, is_bounded = field("until", NOTHING) == NULL;
  if (is_bounded && (!number("until", -ID_MOST, ID_MOST, &r->pulses) || !is_whole(r->pulses))) {
    say_no(r->id, "malformed", "until is a whole number or null");
    return;
  }
  if (!with_pace(r, -RATE_MOST) || !with_axis(r)) return;
  a = &axes[r->axis];
  if (!is_ready(r, a->task == JOG)) return;
  sense = r->rate > 0 ? 1 : -1;
  if (fabs(r->rate) < RATE_LEAST) {
    a->is_braking = 1;
    say_ok(r->id);
    return;
  }
  set_pace(a, r);
  a->is_bounded = is_bounded;
  if (is_bounded) a->target = (long)r->pulses;
  a->jog_until = hw_seconds() + JOG_RENEWED_WITHIN;
  say_ok(r->id);
  if (a->task == REST) {
    a->task = JOG;
    a->id = (long)r->id;
    a->next_sense = 0;
    begin(a, sense);
  } else if (sense == a->sense) {
    a->is_braking = 0;
    a->next_sense = 0;
  } else {
    a->is_braking = 1;
    a->next_sense = sense;
  }
}

static void obey_hold(struct request *r) {
  if (field("axis", NOTHING) != NULL) {
    brake_all();
  } else {
    if (!with_axis(r)) return;
    axes[r->axis].is_braking = 1;
    axes[r->axis].next_sense = 0;
  }
  say_places(r->id);
}

static void obey_stop(struct request *r) {
  end_all();
  say_places(r->id);
}

static void obey_alive(struct request *r) { say_ok(r->id); }

static void obey_where(struct request *r) { say_places(r->id); }

/* What is obeyed, and how many keys such a line has. */
static const struct {
  const char *kind;
  int keys;
  void (*obey)(struct request *);
} KINDS[] = {{"hello", 3, obey_hello}, {"enable", 4, obey_enable}, {"move", 7, obey_move}, {"jog", 7, obey_jog},
             {"hold", 3, obey_hold},   {"stop", 2, obey_stop},     {"alive", 2, obey_alive}, {"where", 2, obey_where}};

static void obey(const char *line) {
  struct request r = {0, 0, 0, 0, 0, -1};
  struct field *kind;
  if (!read_object(line)) {
    say_no(0, "malformed", "A line is one object of JSON, flat and of short words.");
    return;
  }
  r.id = line_id();
  kind = field("kind", TEXT);
  for (size_t i = 0; kind != NULL && i < sizeof KINDS / sizeof KINDS[0]; i += 1) {
    if (strcmp(kind->text, KINDS[i].kind) != 0) continue;
    if (r.id == 0 || field_count != KINDS[i].keys)
      say_no(r.id, "malformed", "It has a number and every key of its kind, and no other.");
    else if (KINDS[i].obey != obey_hello && KINDS[i].obey != obey_stop && is_greeted && r.id <= last_id)
      say_no(r.id, "late", "A line with this number, or a later one, has come before.");
    else if (KINDS[i].obey != obey_hello && !is_greeted)
      say_no(r.id, "hello-first", "Say hello first.");
    else {
      if (r.id > last_id) last_id = r.id;
      KINDS[i].obey(&r);
    }
    return;
  }
  say_no(r.id, "unknown", "The kind of this line is not known here.");
}

static void listen(void) {
  static char line[LINE_MOST + 2];
  static size_t length;
  static int is_overlong;
  for (int next = hw_read(); next >= 0; next = hw_read()) {
    if (next != '\n') {
      if (length > LINE_MOST)
        is_overlong = 1;
      else
        line[length++] = next == '\0' ? '\1' : (char)next;
      continue;
    }
    line[length] = '\0';
    last_line = hw_seconds();
    if (is_overlong)
      say_no(0, "too-long", "A line has at most 4096 characters.");
    else if (*spaces(line) != '\0')
      obey(line);
    length = 0;
    is_overlong = 0;
  }
}

void lp_run(void) {
  listen();
  move_on(hw_seconds());
}

#ifdef LINE_PORT_BENCH
#include <poll.h>
#include <time.h>
#include <unistd.h>

static int has_ended;

double hw_seconds(void) {
  struct timespec now;
  clock_gettime(CLOCK_MONOTONIC, &now);
  return (double)now.tv_sec + 1e-9 * (double)now.tv_nsec;
}

int hw_read(void) {
  static unsigned char taken[512];
  static ssize_t count, at;
  if (at == count) {
    struct pollfd line = {STDIN_FILENO, POLLIN, 0};
    at = count = 0;
    if (poll(&line, 1, 0) <= 0) return -1;
    count = read(STDIN_FILENO, taken, sizeof taken);
    if (count <= 0) {
      has_ended = 1;
      count = 0;
      return -1;
    }
  }
  return taken[at++];
}

void hw_write(const char *text) {
  fputs(text, stdout);
  fflush(stdout);
}

void hw_step(int axis, int sense) {
  (void)axis;
  (void)sense;
}

void hw_enable(int axis, int on) {
  (void)axis;
  (void)on;
}

int main(void) {
  const struct timespec pause = {0, 100000};
  while (!has_ended) {
    lp_run();
    nanosleep(&pause, NULL);
  }
  return 0;
}
#endif
