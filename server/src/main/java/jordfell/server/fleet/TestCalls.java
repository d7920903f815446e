package jordfell.server.fleet;

import jordfell.server.device.Assembled;

/** Places a test call in each direction; the results come as observations. */
public interface TestCalls {
    void call(Assembled device);
}
