package jordfell.lab.phone;

import java.time.Duration;
import java.util.Optional;
import java.util.function.BiConsumer;
import jordfell.lab.time.Timeline;

/** Somebody at a phone: calls, dials, talks, goes away and comes back. */
public final class Handset {

    private final SimPhone phone;
    private final Timeline timeline;
    private final PhoneLines lines;
    private final PhoneCalls calls;

    Handset(SimPhone phone, Timeline timeline, PhoneLines lines, PhoneCalls calls) {
        this.phone = phone;
        this.timeline = timeline;
        this.lines = lines;
        this.calls = calls;
    }

    /** Calls a user from its first registered line and hangs up; tells whether the call was taken, and the answer. */
    public void call(String user, BiConsumer<Boolean, String> result) {
        if (!call(user, CallLeg.BRIEFLY, result)) {
            result.accept(false, "no line is registered");
        }
    }

    /** The number under which its first registered line stands, which may not be the one on record any more. */
    public Optional<String> registeredNumber() {
        return lines.firstRegistered().map(l -> l.station().number());
    }

    /** Somebody dials on it, key by key. */
    public void dial(String keys, BiConsumer<Boolean, String> result) {
        new PhoneKeypad(phone.dials(), timeline).dial(keys, this::call, result);
    }

    /** Calls a user and talks for so long; false if no line is registered. */
    public boolean talk(String user, Duration talk) {
        return call(user, talk, (worked, answer) -> {});
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

    private boolean call(String user, Duration talk, BiConsumer<Boolean, String> result) {
        Optional<LineClient> line = lines.firstRegistered();
        if (!phone.state().powered() || line.isEmpty()) {
            return false;
        }
        calls.place(line.get(), user, talk, result);
        return true;
    }
}
