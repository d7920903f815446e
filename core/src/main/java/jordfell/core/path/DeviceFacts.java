package jordfell.core.path;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.catalogue.FirmwareRules;
import jordfell.core.evidence.Observation;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.keys.KeyKind;
import jordfell.core.release.Revision;
import jordfell.core.roster.Domain;

/**
 * What the records say of one device.
 *
 * @param mac empty until the device is claimed
 * @param claim the code that claims it, when it waits to be claimed
 * @param standing whether it is in use
 * @param problems settings that are missing or can't be used, one sentence each
 * @param current the revision its present settings render to; empty when they don't
 * @param released what was last released to it
 * @param heldBack a configuration that was released for it and is not given to it, if its wave waits or was stopped
 * @param checkEvery how often it asks for its configuration
 * @param byHand nobody makes a file for it: a person types what it needs
 * @param beside what else is on record that bears on it
 * @param books phonebooks that its present settings give it, by their slots
 * @param keys what its present settings have on its keys
 */
public record DeviceFacts(
        long id,
        Optional<MacAddress> mac,
        Optional<ClaimCode> claim,
        Standing standing,
        String label,
        DeviceModel model,
        String site,
        Instant enrolledAt,
        String enrolledBy,
        Domain domain,
        List<LineFacts> lines,
        List<String> problems,
        Optional<Revision> current,
        Optional<ReleaseFacts> released,
        Optional<HeldBack> heldBack,
        Duration checkEvery,
        boolean byHand,
        Beside beside,
        KeyFacts keys,
        List<BookFacts> books) {

    public DeviceFacts {
        lines = List.copyOf(lines);
        books = List.copyOf(books);
        problems = List.copyOf(problems);
    }

    /** The MAC in its usual form, or the code that it waits for; a softphone has neither and is told by its instance. */
    public String address() {
        if (model.kind() == DeviceKind.SOFTPHONE) {
            return mac.map(m -> "instance " + m.compact()).orElse("");
        }
        return mac.map(MacAddress::toString)
                .or(() -> claim.map(c -> "claim " + c))
                .orElse("");
    }

    /** Since when this device has a number; empty if that was before it was written down, or it has not. */
    public Optional<Instant> givenSince(String number) {
        return released.stream()
                .flatMap(r -> r.sent().stream())
                .filter(line -> line.number().equals(number))
                .flatMap(line -> line.since().stream())
                .findFirst();
    }

    /** Whether an observation may speak for this device: what was seen of a number before is another line’s. */
    public boolean owns(Observation seen) {
        return givenSince(seen.aboutNumber()).filter(seen.at()::isBefore).isEmpty();
    }

    /** Whether it has changes that were not released. */
    public boolean pending() {
        return !byHand && !current.equals(released.map(ReleaseFacts::revision));
    }

    /** Keys that show whether an extension is busy. */
    public List<LampFacts> lamps() {
        return keys.lamps();
    }

    /** Other devices that have one of its extensions. */
    public List<String> sharedWith() {
        return beside.sharedWith();
    }

    /**
     * What else is on record that bears on a device.
     *
     * @param sharedWith labels of other devices that have one of its extensions
     * @param sameSerial labels of other devices in use that have its serial number
     * @param models all models that are known
     * @param file what its file is called; empty where nobody makes one
     * @param firmware which versions its model is relied on with
     * @param knock who asks for a file with nearly its MAC; looked for only while it never called in
     */
    public record Beside(
            List<String> sharedWith,
            List<String> sameSerial,
            List<DeviceModel> models,
            String file,
            FirmwareRules firmware,
            Optional<NearKnock> knock) {

        public static final Beside NOTHING =
                new Beside(List.of(), List.of(), List.of(), "", FirmwareRules.ANY, Optional.empty());

        public Beside {
            sharedWith = List.copyOf(sharedWith);
            sameSerial = List.copyOf(sameSerial);
        }
    }

    /**
     * A MAC that nobody enrolled and that one slip turns into a device’s.
     *
     * @param words the slip: {@code one character}
     * @param sameSite whether it asks at the device’s site
     * @param others how many other records are as near: it may just as well be a phone like these that nobody enrolled
     */
    public record NearKnock(MacAddress mac, String words, boolean sameSite, int others, Instant since, long times) {}

    /**
     * A line that is wanted, and the extension it has.
     *
     * @param sentOn where all calls for it go instead of ringing it; empty where they ring it
     */
    public record LineFacts(
            int position, Optional<ExtensionFacts> extension, String registrar, int expiry, Optional<SentOn> sentOn) {

        /** One that rings. */
        public LineFacts(int position, Optional<ExtensionFacts> extension, String registrar, int expiry) {
            this(position, extension, registrar, expiry, Optional.empty());
        }
    }

    /**
     * All calls for a line go elsewhere.
     *
     * @param saidBy where that is on record: {@code extension 2416}, {@code a setting of template Gate}
     * @param byPhone whether the phone itself sends them on, by its configuration; else its registrar does
     */
    public record SentOn(String target, String saidBy, boolean byPhone) {}

    /**
     * What is laid out for a device’s keys.
     *
     * @param lamps keys that show whether an extension is busy
     * @param unfit keys that its model can’t have
     */
    public record KeyFacts(List<LampFacts> lamps, List<UnfitKey> unfit) {

        public static final KeyFacts NONE = new KeyFacts(List.of(), List.of());

        public KeyFacts {
            lamps = List.copyOf(lamps);
            unfit = List.copyOf(unfit);
        }
    }

    /**
     * A key that shows whether an extension is busy.
     *
     * @param place where it is on the phone, such as {@code key 3}
     */
    public record LampFacts(String place, String number, String caption) {}

    /**
     * A key of a layout that the model has no place for.
     *
     * @param place where it would be, such as {@code key 13}
     * @param target whom it would be about; empty for a kind that needs nobody
     * @param why such as {@code the Korrin K12 has 4 keys}
     */
    public record UnfitKey(String place, KeyKind kind, String target, String caption, String why) {}

    /**
     * A phonebook that it is given.
     *
     * @param slot where it stands on the phone, from 1
     * @param edition the edition that was published last; empty if none was
     * @param publishedAt when that was; the moment of its enrolment if none was
     * @param every how often it asks
     */
    public record BookFacts(int slot, String name, String edition, Instant publishedAt, Duration every) {}

    /** The account behind a line. */
    public record ExtensionFacts(long id, String number, String authUser, String displayName) {}

    /** The newest release to this device. */
    public record ReleaseFacts(long id, Revision revision, Instant at, String by, List<SentLine> sent) {
        public ReleaseFacts {
            sent = List.copyOf(sent);
        }
    }

    /**
     * A configuration that was released for a device and is not given to it.
     *
     * @param why why its wave stopped; empty if the wave has not begun
     */
    public record HeldBack(long release, int wave, Instant since, String why) {

        /** Such as {@code wave 2 of release 31}. */
        public String place() {
            return "wave " + wave + " of release " + release;
        }

        public boolean isStopped() {
            return !why.isEmpty();
        }
    }

    /**
     * What a released configuration says of one line. The password never leaves the server's memory.
     *
     * @param since when the number first stood in a release to this device, in all of them from then on; empty if that was
     *     before it was written down
     * @param transport how it is to speak; empty if that was not written down
     */
    public record SentLine(
            int position,
            String number,
            String authUser,
            String password,
            String registrar,
            int expiry,
            Optional<Instant> since,
            String transport) {
        public SentLine {
            transport = Objects.requireNonNullElse(transport, "");
        }

        @Override
        public String toString() {
            return "SentLine[" + position + ", " + number + "]";
        }
    }
}
