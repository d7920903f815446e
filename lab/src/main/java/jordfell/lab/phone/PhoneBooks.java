package jordfell.lab.phone;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;

/** The phonebooks of a phone: fetched when it has its file, read strictly, and fetched again; callers are looked up in them. */
final class PhoneBooks {

    private static final Duration FIRST_RETRY = Duration.ofMinutes(3);
    private static final Duration LONGEST_RETRY = Duration.ofHours(1);
    private static final Duration SPACED = Duration.ofMillis(200);

    /** A phonebook that it has, or what was wrong with the newest one that it was given. */
    private record Slot(Optional<PhoneBook> book, String revision, String trouble) {}

    private final SimPhone phone;
    private final PhoneEnvironment world;
    private final Maker maker;
    private final TreeMap<Integer, Slot> slots = new TreeMap<>();
    private PhoneConfig.Books wanted = PhoneConfig.Books.NONE;

    /** Counts begins: what was planned before one must not happen after it. */
    private int turn;

    PhoneBooks(SimPhone phone, PhoneEnvironment world) {
        this.phone = phone;
        this.world = world;
        this.maker = Maker.of(phone.state().model());
    }

    /** It has a file: it fetches what that names, and forgets what it does not. */
    void begin(PhoneConfig.Books books) {
        turn++;
        wanted = maker.asksForBooks(phone.state().firmware()) ? books : PhoneConfig.Books.NONE;
        slots.keySet().removeIf(slot -> file(slot).isEmpty());
        for (int slot = 1; slot <= wanted.files().size(); slot++) {
            if (!file(slot).isEmpty()) {
                int own = slot;
                after(SPACED.multipliedBy(slot), () -> fetch(own, FIRST_RETRY));
            }
        }
    }

    private String file(int slot) {
        return slot <= wanted.files().size() ? wanted.files().get(slot - 1) : "";
    }

    /** The phone goes off. */
    void forget() {
        turn++;
        slots.clear();
        wanted = PhoneConfig.Books.NONE;
    }

    private void fetch(int slot, Duration retry) {
        String file = file(slot);
        if (file.contains("://")) {
            slots.put(slot, new Slot(Optional.empty(), "", "is kept at " + file + ", which the Lab does not reach"));
            return;
        }
        int thisTurn = turn;
        phone.fetch(
                phone.mac().compact() + "." + file,
                has(slot),
                answer -> world.timeline().post(() -> {
                    if (turn == thisTurn) {
                        take(slot, answer, retry);
                    }
                }));
    }

    private String has(int slot) {
        return Optional.ofNullable(slots.get(slot)).map(Slot::revision).orElse("");
    }

    private void take(int slot, ConfigSource.Answer answer, Duration retry) {
        Optional<PhoneBook> before = Optional.ofNullable(slots.get(slot)).flatMap(Slot::book);
        boolean good = answer.status() == 304;
        if (answer.status() == 200) {
            try {
                slots.put(slot, new Slot(Optional.of(maker.readBook(answer.body())), answer.revision(), ""));
                good = true;
            } catch (UnreadableFile e) {
                slots.put(slot, new Slot(before, "", "can’t read it, " + e.getMessage()));
            }
        } else if (!good) {
            String why = answer.status() == 0 ? "nothing answers" : "is answered with " + answer.status();
            slots.put(slot, new Slot(before, has(slot), why));
        }
        Duration longer = retry.multipliedBy(2).compareTo(LONGEST_RETRY) < 0 ? retry.multipliedBy(2) : LONGEST_RETRY;
        if (good) {
            after(Duration.ofSeconds(wanted.every()), () -> fetch(slot, FIRST_RETRY));
        } else {
            after(retry, () -> fetch(slot, longer));
        }
    }

    private void after(Duration delay, Runnable work) {
        int thisTurn = turn;
        world.timeline().after(delay, () -> {
            if (turn == thisTurn) {
                work.run();
            }
        });
    }

    /** What it shows of each slot. */
    List<ShownBook> shown() {
        List<ShownBook> shown = new ArrayList<>();
        slots.forEach((slot, kept) -> shown.add(new ShownBook(
                slot,
                kept.book().map(PhoneBook::title).orElse(""),
                kept.book().map(b -> b.entries().size()).orElse(0),
                kept.trouble())));
        return shown;
    }

    /** What somebody finds by typing, slot by slot. */
    List<FoundEntry> find(String typed, int most) {
        List<FoundEntry> found = new ArrayList<>();
        slots.forEach((slot, kept) -> kept.book()
                .ifPresent(book -> book.find(typed).stream()
                        .limit(most)
                        .forEach(entry -> found.add(new FoundEntry(slot, book.title(), entry)))));
        return found.subList(0, Math.min(most, found.size()));
    }

    /** Who a caller is, if it looks callers up: the first slot that knows the number says it. */
    Optional<FoundEntry> caller(String number) {
        if (!wanted.looksUp()) {
            return Optional.empty();
        }
        return slots.entrySet().stream()
                .flatMap(slot -> slot.getValue().book().stream()
                        .flatMap(book -> book.whose(number).stream()
                                .map(entry -> new FoundEntry(slot.getKey(), book.title(), entry))))
                .findFirst();
    }
}
