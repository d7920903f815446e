package jordfell.bench;

import java.io.IOException;
import java.nio.file.Path;

/** Figures that are measured together. */
interface Figures {

    /**
     * Measures them and says them.
     *
     * @param folder of its own, for what it keeps meanwhile; it is removed afterwards
     */
    void say(Report report, Path folder) throws IOException, InterruptedException;
}
