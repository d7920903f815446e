package jordfell.bench;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.Serial;
import java.nio.file.Path;
import org.apache.catalina.Context;
import org.apache.catalina.LifecycleException;
import org.apache.catalina.startup.Tomcat;

/** An embedded Tomcat with nothing but a servlet that writes the same bytes from memory: what the machine can do. */
final class BareTomcat implements AutoCloseable {

    /** Writes them, or says that they are unchanged to whoever names a tag. */
    private static final class Bytes extends HttpServlet {

        @Serial
        private static final long serialVersionUID = 1;

        private final byte[] body;

        Bytes(byte[] body) {
            this.body = body;
        }

        @Override
        protected void doGet(HttpServletRequest request, HttpServletResponse response) throws IOException {
            response.setHeader("Cache-Control", "no-store");
            response.setHeader("ETag", "\"0123456789abcdef\"");
            if (request.getHeader("If-None-Match") != null) {
                response.setStatus(304);
                return;
            }
            response.setContentType("text/plain;charset=UTF-8");
            response.setContentLength(body.length);
            response.getOutputStream().write(body);
        }
    }

    private final Tomcat tomcat = new Tomcat();

    BareTomcat(Path folder, byte[] body) {
        tomcat.setBaseDir(folder.toString());
        tomcat.setPort(0);
        tomcat.getConnector().setProperty("address", "127.0.0.1");
        Context context = tomcat.addContext("", null);
        Tomcat.addServlet(context, "bytes", new Bytes(body)).addMapping("/*");
        try {
            tomcat.start();
        } catch (LifecycleException e) {
            throw new IllegalStateException(e);
        }
    }

    String address() {
        return "http://127.0.0.1:" + tomcat.getConnector().getLocalPort();
    }

    @Override
    public void close() {
        try {
            tomcat.stop();
            tomcat.destroy();
        } catch (LifecycleException e) {
            throw new IllegalStateException(e);
        }
    }
}
