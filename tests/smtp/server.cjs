// A mail server on loopback that keeps each mail as a file named by its order, with who it is for in the first line; it
// prints its port, and a line for each mail once it has taken it. Addresses that begin with “full” are put off, once; of
// those that begin with “silent” the mail is taken, and nothing is said any more; after “hangup” the connection is cut once
// the mail is taken; those that begin with “gone” are refused, and “later” is put off for ever.
const fs = require('node:fs');
const path = require('node:path');
const {SMTPServer} = require('smtp-server');

const folder = process.argv[2];
let count = 0;
const putOff = new Set();
const sockets = new Map();
const silent = new Set();
const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS', 'AUTH'],
    disableReverseLookup: true,
    onRcptTo(address, session, done) {
        if (address.address.startsWith('gone'))
            return done(Object.assign(new Error('no such user'), {responseCode: 550}));
        if (address.address.startsWith('later'))
            return done(Object.assign(new Error('not now'), {responseCode: 451}));
        if (address.address.startsWith('full') && !putOff.has(address.address)) {
            putOff.add(address.address);
            return done(Object.assign(new Error('try again'), {responseCode: 450}));
        }
        return done();
    },
    onData(stream, session, done) {
        const chunks = [];
        stream.on('data', (chunk) => chunks.push(chunk));
        stream.on('end', () => {
            const to = session.envelope.rcptTo.map((one) => one.address).join(' ');
            const name = path.join(folder, String(++count).padStart(4, '0'));
            fs.writeFileSync(`${name}.part`, `${to}\n${Buffer.concat(chunks).toString('binary')}`, 'binary');
            fs.renameSync(`${name}.part`, `${name}.eml`);
            console.log(to);
            if (to.startsWith('silent')) {
                silent.add(sockets.get(`${session.remoteAddress}:${session.remotePort}`));
                return;
            }
            done(null, 'queued');
            if (to.startsWith('hangup'))
                setTimeout(() => sockets.get(`${session.remoteAddress}:${session.remotePort}`).destroy(), 300);
        });
    },
});
server.on('error', () => {});
server.server.on('connection', (socket) => {
    sockets.set(`${socket.remoteAddress}:${socket.remotePort}`, socket);
    socket.on('data', (chunk) => {
        if (silent.has(socket)) console.log(`asked after silence: ${chunk}`);
    });
});
server.listen(0, '127.0.0.1', () => console.log(`port ${server.server.address().port}`));
