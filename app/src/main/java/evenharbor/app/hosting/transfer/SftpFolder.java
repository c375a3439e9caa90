package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.hosting.host.HostFault;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.util.buffer.Buffer;
import org.apache.sshd.sftp.client.extensions.openssh.OpenSSHPosixRenameExtension;
import org.apache.sshd.sftp.common.SftpConstants;
import org.apache.sshd.sftp.common.SftpException;

/** A folder over SFTP, version 3 as nearly all servers speak it. */
final class SftpFolder implements RemoteFolder {

    private static final String POSIX_RENAME = "posix-rename@openssh.com";

    private final ClientSession session;
    private final SftpLine line;
    private final SftpPipe pipe;
    private final SftpSight sight;
    private final String root;
    private boolean replacing;
    private final Placing placing = new Placing();

    SftpFolder(ClientSession session, String folder) throws IOException {
        this.session = session;
        try {
            line = SftpLine.open(session);
            pipe = new SftpPipe(line);
            root = folder.startsWith("/")
                    ? folder.replaceFirst("/+$", "")
                    : (line.canonicalPath(".") + "/" + folder).replaceFirst("/+$", "");
            sight = new SftpSight(pipe, root);
            replacing = line.getExtension(OpenSSHPosixRenameExtension.class) != null;
        } catch (IOException e) {
            session.close(true);
            throw SftpHosts.trouble(e);
        }
    }

    private String at(String path) {
        return sight.at(path);
    }

    @Override
    public Listing list(Set<String> without) throws IOException {
        return sight.list(without);
    }

    @Override
    public List<String> folders() throws IOException {
        return sight.folders();
    }

    @Override
    public Map<String, Listing.Found> look(Collection<String> paths) throws IOException {
        return sight.look(paths);
    }

    @Override
    public void read(String path, OutputStream to) throws IOException {
        InputStream from;
        try {
            from = line.read(at(path));
        } catch (IOException e) {
            throw reading(e, path);
        }
        try (from) {
            from.transferTo(to);
        } catch (IOException e) {
            throw reading(e, path);
        }
    }

    private HostTrouble reading(IOException e, String path) {
        return e instanceof SftpException refused
                ? new HostTrouble(
                        refused.getStatus() == SftpConstants.SSH_FX_PERMISSION_DENIED
                                ? HostFault.NO_PERMISSION
                                : HostFault.FOLDER_MISSING,
                        "read “" + at(path) + "”: " + e.getMessage(),
                        e)
                : SftpHosts.trouble(e);
    }

    @Override
    public Map<String, String> hashes(Map<String, Long> sizes, Meter meter) throws IOException {
        SftpHasher hasher = new SftpHasher(pipe, meter);
        pipe.each(sizes.entrySet().iterator(), file -> hasher.read(file.getKey(), at(file.getKey()), file.getValue()));
        return hasher.hashes();
    }

    @Override
    public boolean make() throws IOException {
        List<String> missing = new ArrayList<>();
        String at = root;
        while (!at.isEmpty() && !sight.isFolder(at)) {
            missing.add(0, at);
            at = at.substring(0, at.lastIndexOf('/'));
        }
        for (String folder : missing) {
            pipe.each(
                    List.of(folder).iterator(),
                    f -> pipe.ask(
                            SftpConstants.SSH_FXP_MKDIR,
                            SftpPipe.request(f.length()).with(f).with(0).buffer(),
                            answer -> answer.good("make “" + f + "”")));
        }
        return !missing.isEmpty();
    }

    @Override
    public void makeFolders(Set<String> folders) throws IOException {
        Set<String> all = new TreeSet<>(folders);
        all.add(Sending.FOLDER);
        List<String> refused = new ArrayList<>();
        pipe.each(all.iterator(), folder -> {
            String at = at(folder.replaceFirst("/$", ""));
            Buffer request = SftpPipe.request(at.length()).with(at).with(0).buffer();
            pipe.ask(SftpConstants.SSH_FXP_MKDIR, request, answer -> {
                if (answer.status() != SftpConstants.SSH_FX_OK) {
                    refused.add(at);
                }
            });
        });
        // Version 3 has no word for “it is there already”.
        for (String at : refused) {
            if (!sight.isFolder(at)) {
                throw new HostTrouble(HostFault.NO_PERMISSION, "The folder “" + at + "” cannot be made.");
            }
        }
    }

    @Override
    public void send(List<Sending> files, Contents contents, Meter meter) throws IOException {
        write(files, file -> at(file.temporary()), contents, meter);
    }

    private void write(List<Sending> files, Function<Sending, String> to, Contents contents, Meter meter)
            throws HostTrouble {
        try (SftpWriter writer = new SftpWriter(pipe, contents, meter)) {
            pipe.each(files.iterator(), file -> writer.write(file, to.apply(file)));
        } catch (IOException e) {
            throw SftpHosts.trouble(e);
        }
    }

    @Override
    public void place(List<Sending> files, Contents contents) throws IOException {
        List<Sending> refused = new ArrayList<>();
        if (replacing) {
            pipe.each(
                    files.iterator(),
                    file -> pipe.ask(
                            SftpConstants.SSH_FXP_EXTENDED,
                            SftpPipe.request(200)
                                    .with(POSIX_RENAME)
                                    .with(at(file.temporary()))
                                    .with(at(file.path()))
                                    .buffer(),
                            answer -> {
                                if (answer.status() != SftpConstants.SSH_FX_OK) {
                                    refused.add(file);
                                }
                            }));
        } else {
            refused.addAll(files);
        }
        replacing &= refused.isEmpty();
        for (Sending file : refused) {
            placing.place(file, new OneByOne(file, contents));
        }
    }

    /** Placing by the commands that every server has. */
    private final class OneByOne implements Placing.Host {
        private final Sending file;
        private final Contents contents;
        private SftpAnswer last;

        private OneByOne(Sending file, Contents contents) {
            this.file = file;
            this.contents = contents;
        }

        private boolean done(SftpPipe.Begin<String> asking) throws HostTrouble {
            pipe.each(List.of("").iterator(), asking);
            return last.status() == SftpConstants.SSH_FX_OK;
        }

        private void askToRename(String from, String to) throws IOException {
            Buffer request = SftpPipe.request(200).with(at(from)).with(at(to)).buffer();
            pipe.ask(SftpConstants.SSH_FXP_RENAME, request, answer -> last = answer);
        }

        @Override
        public boolean rename(String from, String to) throws IOException {
            return done(one -> askToRename(from, to));
        }

        @Override
        public HostTrouble refusal(String to) {
            return last.trouble("rename to “" + at(to) + "”");
        }

        @Override
        public boolean removeAndRename(String from, String to) throws IOException {
            return done(one -> {
                pipe.ask(SftpConstants.SSH_FXP_REMOVE, at(to), answer -> {});
                askToRename(from, to);
            });
        }

        @Override
        public void write(String to) throws IOException {
            SftpFolder.this.write(List.of(file), one -> at(to), contents, Meter.NONE);
            remove(List.of(file.temporary()));
        }
    }

    @Override
    public void remove(List<String> paths) throws IOException {
        pipe.each(
                paths.iterator(),
                path -> pipe.ask(SftpConstants.SSH_FXP_REMOVE, at(path), answer -> {
                    if (answer.status() != SftpConstants.SSH_FX_NO_SUCH_FILE) {
                        answer.good("remove “" + at(path) + "”");
                    }
                }));
    }

    @Override
    public void tidy(Collection<String> folders) throws IOException {
        if (sight.isFolder(at(Sending.FOLDER))) {
            List<String> left = new ArrayList<>();
            sight.list(Sending.FOLDER, (name, attributes) -> {
                if (!attributes.isDirectory()) {
                    left.add(Sending.FOLDER + "/" + name);
                }
            });
            remove(left);
        }
        List<String> all = new ArrayList<>(folders);
        all.add(Sending.FOLDER);
        // One that is not empty is refused, and stays.
        pipe.each(
                all.iterator(),
                folder -> pipe.ask(SftpConstants.SSH_FXP_RMDIR, at(folder.replaceFirst("/$", "")), answer -> {}));
    }

    @Override
    public List<String> shortcomings() {
        return placing.shortcomings();
    }

    @Override
    public void close() {
        // All answers are in: nothing is left that would have to be said.
        session.close(true);
    }
}
