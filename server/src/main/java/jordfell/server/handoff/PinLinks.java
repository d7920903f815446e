package jordfell.server.handoff;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.HandoffStore;
import jordfell.server.records.HandoffStore.Gives;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Makes links by which somebody learns their voicemail PIN, and opens each once. */
@Component
class PinLinks {

    /** Whoever gets a welcome sheet may begin next week. */
    static final Duration LIFE = Duration.ofDays(14);

    /** A link that was made; its secret part is told this once. */
    record Made(long id, String token, Instant expiresAt) {
        @Override
        public String toString() {
            return "Made[" + id + "]";
        }
    }

    /** What a link gives. */
    record OpenedPin(String name, String number, String pin) {
        @Override
        public String toString() {
            return "OpenedPin[" + number + "]";
        }
    }

    private final Jdbc jdbc;
    private final HandoffStore store;
    private final ExtensionStore extensions;
    private final Audit audit;
    private final InstantSource clock;

    PinLinks(Jdbc jdbc, HandoffStore store, ExtensionStore extensions, Audit audit, InstantSource clock) {
        this.jdbc = jdbc;
        this.store = store;
        this.extensions = extensions;
        this.audit = audit;
        this.clock = clock;
    }

    /** Makes a link for an extension that has a PIN; it takes an earlier one back. */
    Made make(long extensionId, Duration life) {
        Extension extension = extensions.find(extensionId).orElseThrow(() -> RefusedException.notFound("extension"));
        if (extensions.pin(extensionId).isEmpty()) {
            throw RefusedException.field(
                    "/extensionId", extension.number() + " has no voicemail PIN.", "Make one first, at the extension.");
        }
        String token = LinkTokens.fresh();
        Instant now = clock.instant();
        return jdbc.inTransaction(() -> {
            store.ofExtension(Gives.PIN, extensionId).forEach(earlier -> store.revoke(earlier.id(), now, Audit.who()));
            long id = store.add(
                    Gives.PIN, extensionId, Optional.empty(), LinkTokens.hash(token), now, Audit.who(), now.plus(life));
            audit.record("made a link to the voicemail PIN of " + extension.number());
            return new Made(id, token, now.plus(life));
        });
    }

    /** Opens a link: tells the PIN as it is now, once. */
    OpenedPin open(String token, String from, String with) {
        Instant now = clock.instant();
        HandoffStore.Handoff link = LinkTokens.openable(store, Gives.PIN, token, now);
        Extension extension = extensions.find(link.extensionId()).orElseThrow();
        String pin = extensions
                .pin(extension.id())
                .orElseThrow(() -> RefusedException.gone("There is no PIN any more. Ask your technician."));
        if (!store.open(link.id(), now, from, with)) {
            LinkTokens.refuseSpent(store.find(link.id()).orElseThrow(), now);
        }
        audit.secretLeft(
                Audit.SecretWay.HANDOFF,
                "the voicemail PIN of " + extension.number() + ", by its link opened from " + from,
                "");
        return new OpenedPin(extension.displayName(), extension.number(), pin);
    }
}
