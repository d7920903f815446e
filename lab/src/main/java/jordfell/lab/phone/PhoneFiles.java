package jordfell.lab.phone;

import java.time.Duration;
import java.util.Optional;
import java.util.function.Consumer;

/** The file of a phone: asked for, read, and asked for again; and the firmware that it names. */
final class PhoneFiles {

    private static final Duration FIRST_RETRY = Duration.ofSeconds(2);
    private static final Duration RETRY = Duration.ofSeconds(4);

    /** Who has asked so often for a first file, for five minutes, takes longer from then on. */
    private static final int EAGER_TRIES = 75;

    private static final Duration PATIENT_RETRY = Duration.ofSeconds(20);
    private static final Duration INSTALLING = Duration.ofSeconds(2);

    private final SimPhone phone;
    private final PhoneEnvironment world;
    private final Maker maker;
    private Optional<PhoneConfig> config = Optional.empty();
    private String trouble = "";

    /** What somebody typed to claim a record; forgotten once it was answered. */
    private String claim = "";

    /** Counts how often it began to ask: whoever asks anew goes on alone. */
    private int asking;

    PhoneFiles(SimPhone phone, PhoneEnvironment world) {
        this.phone = phone;
        this.world = world;
        this.maker = Maker.of(phone.state().model());
    }

    /** What it goes by now. */
    Optional<PhoneConfig> config() {
        return config;
    }

    /** What it shows when something is wrong with its file or its claim; empty if nothing is. */
    String trouble() {
        return trouble;
    }

    /** The phone goes off. */
    void forget() {
        config = Optional.empty();
        trouble = "";
    }

    /** Somebody types a claim code; the phone asks with it at once. */
    void typeClaim(String code) {
        claim = code;
        trouble = "";
        fetch(() -> {});
    }

    /** Asks for its file; if that is none that it has not, it goes on so. */
    void fetch(Runnable unchanged) {
        fetch(unchanged, ++asking, 0);
    }

    private void fetch(Runnable unchanged, int begun, int triesBefore) {
        int thisLife = phone.life();
        Consumer<ConfigSource.Answer> taker = answer -> world.timeline().post(() -> {
            if (phone.life() == thisLife) {
                take(answer, unchanged, begun, triesBefore);
            }
        });
        if (!canFetch()) {
            taker.accept(new ConfigSource.Answer(0, "", ""));
            return;
        }
        String revision = config.isPresent() ? phone.state().revision() : "";
        world.configs().fetch(request(revision), taker);
    }

    /** Asks for another file of its own, with what it has of it. */
    void fetch(String file, String has, Consumer<ConfigSource.Answer> taker) {
        if (!canFetch()) {
            taker.accept(new ConfigSource.Answer(0, "", ""));
            return;
        }
        world.configs().fetch(request(file, has), taker);
    }

    private boolean canFetch() {
        return world.network().carriesFiles(phone.state().address())
                && !phone.provisioning().isEmpty();
    }

    private ConfigSource.Request request(String revision) {
        return request(maker.fileName(phone.mac()), revision);
    }

    private ConfigSource.Request request(String file, String revision) {
        return new ConfigSource.Request(
                phone.provisioning(),
                file,
                revision,
                phone.userAgent(),
                claim,
                phone.state().address(),
                config.map(c -> c.upkeep().user()).orElse(""),
                config.map(c -> c.upkeep().password()).orElse(""));
    }

    /** Asks for other firmware when the file says so, installs it, and starts anew: step by step until it has it. */
    void lookForFirmware() {
        String wanted = config.map(c -> c.upkeep().firmware()).orElse("");
        if (wanted.isEmpty() || wanted.equals(phone.state().firmware()) || !canFetch()) {
            return;
        }
        int thisLife = phone.life();
        world.configs()
                .fetchFirmware(
                        request(""),
                        phone.mac().compact(),
                        answer -> world.timeline().post(() -> {
                            if (phone.life() == thisLife && answer.status() == 200 && answer.size() > 0) {
                                world.timeline().after(INSTALLING, phone.inThisLife(() -> {
                                    phone.change(phone.state().firmware(answer.version()));
                                    phone.restartWhenIdle();
                                }));
                            }
                        }));
    }

    private void take(ConfigSource.Answer answer, Runnable unchanged, int begun, int triesBefore) {
        if (answer.status() > 0 && !claim.isEmpty()) {
            claim = "";
            trouble = answer.status() == 403 ? answer.body() : "";
        }
        if (answer.status() == 200 && read(answer.body())) {
            phone.change(phone.state().file(answer.body(), answer.revision()));
            phone.apply();
        } else if (config.isPresent()) {
            unchanged.run();
        } else {
            // Out of its box, or with a file it can't read: it asks again and again.
            world.timeline().after(pause(triesBefore), phone.inThisLife(() -> {
                if (asking == begun) {
                    fetch(unchanged, begun, triesBefore + 1);
                }
            }));
        }
    }

    private static Duration pause(int triesBefore) {
        return triesBefore == 0 ? FIRST_RETRY : triesBefore < EAGER_TRIES ? RETRY : PATIENT_RETRY;
    }

    /** Reads a file; false if there is none or it can’t be read, and then the one before stays. */
    boolean read(String text) {
        if (text.isEmpty()) {
            return false;
        }
        try {
            config = Optional.of(maker.read(text));
            trouble = "";
            return true;
        } catch (UnreadableFile e) {
            trouble = "can’t read its file, " + e.getMessage();
            phone.log().write(PhoneLog.ERROR, "FILE", trouble);
            return false;
        }
    }
}
