package jordfell.server.provision;

import java.time.InstantSource;
import java.util.Optional;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.identity.MacAddress;
import jordfell.server.directory.BookShelf;
import jordfell.server.directory.BookShelf.Given;
import jordfell.server.history.ObservationLog;
import jordfell.server.provision.PhoneAnswer.BookAsked;
import org.springframework.stereotype.Component;

/** Gives devices their phonebooks, once it is known that they may have them, and records that they asked. */
@Component
class PhonebookDoor {

    private final BookShelf shelf;
    private final ObservationLog log;
    private final InstantSource clock;

    PhonebookDoor(BookShelf shelf, ObservationLog log, InstantSource clock) {
        this.shelf = shelf;
        this.log = log;
        this.clock = clock;
    }

    /** The file of a slot of a device, or that it has it already. */
    PhoneAnswer given(long deviceId, MacAddress mac, int slot, PhoneRequest request) {
        Optional<Given> given = shelf.given(deviceId, slot);
        if (given.isEmpty() || given.get().edition().isEmpty()) {
            return PhoneAnswer.NOT_FOUND.toldAs(asked(mac, slot, request, given, 404));
        }
        Given book = given.get();
        int status = request.has().equals(book.revision()) ? 304 : 200;
        return new PhoneAnswer(
                        status,
                        book.revision(),
                        book.revision(),
                        book.contentType(),
                        status == 200 ? shelf.text(deviceId, slot) : "",
                        Optional.empty())
                .toldAs(asked(mac, slot, request, given, status));
    }

    /** The same answer as one to who asked for a phonebook and may not have it. */
    PhoneAnswer refused(PhoneAnswer refusal, long deviceId, MacAddress mac, int slot, PhoneRequest request) {
        Optional<Given> given = shelf.given(deviceId, slot);
        return refusal.toldAs(asked(mac, slot, request, given, refusal.status()));
    }

    private BookAsked asked(MacAddress mac, int slot, PhoneRequest request, Optional<Given> given, int status) {
        boolean served = status == 200 || status == 304;
        return new BookAsked(
                mac,
                new PhonebookAsked(
                        clock.instant(),
                        slot,
                        given.map(Given::name).orElse(""),
                        status,
                        served ? given.map(Given::edition).orElse("") : "",
                        served ? given.map(Given::revision).orElse("") : "",
                        request.has(),
                        served ? given.map(Given::names).orElse(0) : 0,
                        served ? given.map(Given::left).orElse(0) : 0,
                        served ? given.map(Given::firstLeft).orElse("") : "",
                        request.way().name(),
                        request.userAgent(),
                        request.source()));
    }

    /** The answer has reached whoever asked. */
    void told(BookAsked asked) {
        log.observed("", Optional.of(asked.mac()), asked.seen());
    }
}
