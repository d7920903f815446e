package jordfell.lab.phone;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import jordfell.lab.time.Timeline;

/** Somebody at a phone: calls, dials, talks, goes away and comes back. */
public final class Handset {

    private final SimPhone phone;
    private final Timeline timeline;
    private final PhoneLines lines;
    private final PhoneCalls calls;
    private final PhoneBooks books;

    Handset(SimPhone phone, Timeline timeline, PhoneLines lines, PhoneCalls calls, PhoneBooks books) {
        this.phone = phone;
        this.timeline = timeline;
        this.lines = lines;
        this.calls = calls;
        this.books = books;
    }

    /** Calls a user from its first registered line and hangs up; tells whether the call was taken, and the answer. */
    public void call(String user, BiConsumer<Boolean, String> result) {
        call(user, "", CallLeg.BRIEFLY, result);
    }

    /** The number under which its first registered line stands, which may not be the one on record any more. */
    public Optional<String> registeredNumber() {
        return lines.firstRegistered().map(l -> l.station().number());
    }

    /**
     * Somebody dials on it, key by key.
     *
     * @param keys behind a comma those that are pressed once somebody answered: {@code *86,4711#}
     */
    public void dial(String keys, BiConsumer<Boolean, String> result) {
        int comma = keys.indexOf(',');
        String number = comma < 0 ? keys : keys.substring(0, comma);
        String then = comma < 0 ? "" : keys.substring(comma + 1);
        new PhoneKeypad(phone.dials(), timeline)
                .dial(number, (user, answer) -> call(user, then, CallLeg.BRIEFLY, answer), result);
    }

    /**
     * Presses the key beside a lamp: it calls who is watched, or takes the call that rings there if the file says how; beside
     * the message lamp it hears the messages. A lamp that it does not have presses nothing.
     *
     * @param caption beside the lamp; empty for the message lamp
     * @param number that it is about
     */
    public void press(String caption, String number, BiConsumer<Boolean, String> result) {
        phone.lamps().stream()
                .filter(lamp -> lamp.caption().equals(caption) && lamp.number().equals(number))
                .findFirst()
                .ifPresentOrElse(
                        lamp -> call(pressed(lamp), result), () -> result.accept(false, "the phone has no such key"));
    }

    /** What the phone shows of its phonebooks. */
    public List<ShownBook> books() {
        return books.shown();
    }

    /** Looks a name up by typing it. */
    public List<FoundEntry> find(String typed, int most) {
        return books.find(typed, most);
    }

    /** Who calls, or called last; empty if nobody did since it was switched on. */
    public Optional<ShownCaller> caller() {
        return calls.caller();
    }

    private String pressed(Lamp lamp) {
        if (lamp.caption().isEmpty()) {
            return lines.messagesOf(lamp.number()).orElse(lamp.number());
        }
        return lamp.light() == Lamp.Light.BLINKING ? phone.dials().pickUp() + lamp.number() : lamp.number();
    }

    /** Calls a user and talks for so long; false if no line is registered. */
    public boolean talk(String user, Duration talk) {
        return place(user, "", talk, (worked, answer) -> {});
    }

    public boolean inCall() {
        return phone.state().powered() && calls.isUp();
    }

    /** From now on somebody is there who takes calls, or nobody is. */
    public void staffed(boolean isStaffed) {
        calls.staffed(isStaffed);
    }

    public boolean isStaffed() {
        return calls.isStaffed();
    }

    private void call(String user, String keys, Duration talk, BiConsumer<Boolean, String> result) {
        if (!place(user, keys, talk, result)) {
            result.accept(false, "no line is registered");
        }
    }

    private boolean place(String user, String keys, Duration talk, BiConsumer<Boolean, String> result) {
        Optional<LineClient> line = lines.firstRegistered();
        if (!phone.state().powered() || line.isEmpty()) {
            return false;
        }
        calls.place(line.get(), user, keys, talk, result);
        return true;
    }
}
