package jordfell.server.keeping;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Objects;
import java.util.Optional;
import jordfell.server.config.DataPlace;
import jordfell.server.config.JordfellProperties;
import jordfell.server.jdbc.DatabaseOpening;
import jordfell.server.keeping.Trouble.Measured;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Looks every few seconds whether what is done can be kept. Whatever writes asks here first. */
@Component
public class DataWatch {

    private static final Logger log = LoggerFactory.getLogger(DataWatch.class);
    private static final long MB = 1024 * 1024;

    private final Optional<DataPlace> place;
    private final long leastMb;
    private final DatabaseOpening database;
    private final ApplicationEventPublisher publisher;
    private @Nullable Object opened;
    private volatile Optional<Trouble> present = Optional.empty();

    DataWatch(JordfellProperties properties, DatabaseOpening database, ApplicationEventPublisher publisher) {
        this.place = DataPlace.isInMemory(properties.data())
                ? Optional.empty()
                : Optional.of(DataPlace.of(properties.data()));
        this.leastMb = properties.leastRoomMb();
        this.database = database;
        this.publisher = publisher;
    }

    /** What stands against keeping anything at present; empty when nothing does. */
    public Optional<Trouble> present() {
        return present;
    }

    /** Whether something that goes on by itself may write now, or is to wait. */
    public boolean mayWrite() {
        return present.isEmpty();
    }

    @Scheduled(fixedDelayString = "PT5S")
    synchronized void look() {
        place.ifPresent(p -> {
            Optional<Trouble> found = Trouble.of(measured(p), leastMb);
            // Not while there is no room: what it writes while it opens would not fit either.
            if (found.filter(t -> t.kind() == Trouble.Kind.SILENT).isPresent()) {
                database.anew();
                opened = null;
                found = Trouble.of(measured(p), leastMb);
            }
            tell(found, p);
        });
    }

    private void tell(Optional<Trouble> found, DataPlace at) {
        Optional<Trouble> before = present;
        present = found;
        if (before.map(Trouble::kind).equals(found.map(Trouble::kind))) {
            return;
        }
        found.ifPresentOrElse(
                t -> log.error("{} ({})", t.words(), at.database()),
                () -> log.info("What is done can be kept again, at {}", at.database()));
        publisher.publishEvent(new KeepingMoved());
    }

    private Measured measured(DataPlace at) {
        Optional<Object> file = fileKey(at.database());
        if (opened == null) {
            opened = file.orElse(null);
        }
        return new Measured(
                at.database(),
                file.isPresent(),
                Objects.equals(file.orElse(null), opened),
                isWritable(at.database().getParent()),
                freeMb(at.database().getParent()),
                database.answers());
    }

    private static Optional<Object> fileKey(Path file) {
        try {
            return Optional.ofNullable(
                    Files.readAttributes(file, BasicFileAttributes.class).fileKey());
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private static boolean isWritable(Path folder) {
        try {
            Path probe = Files.createTempFile(folder, "jordfell", ".probe");
            try {
                Files.write(probe, new byte[512]);
            } finally {
                Files.delete(probe);
            }
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    private static long freeMb(Path folder) {
        try {
            return Files.getFileStore(folder).getUsableSpace() / MB;
        } catch (IOException e) {
            return 0;
        }
    }
}
