// An object store for tests: s3rver, with two of its faults mended, so that what is tested is what real stores do.
//   node store.cjs FOLDER PORT BUCKET
const S3rver = require('s3rver');
const Files = require('s3rver/lib/stores/filesystem');

// Of a prefix that has folders of folders only, it lists nothing.
const list = Files.prototype.listObjects;
Files.prototype.listObjects = async function (bucket, options) {
    if (!options.delimiter) return list.call(this, bucket, options);
    const {delimiter, prefix = '', maxKeys = Infinity} = options;
    const all = await list.call(this, bucket, {...options, delimiter: '', maxKeys: Infinity});
    const end = ({key}) => key.slice(prefix.length).indexOf(delimiter);
    const objects = all.objects.filter((one) => end(one) === -1);
    const folders = all.objects.filter((one) => end(one) !== -1).map((one) => one.key.slice(0, prefix.length + end(one) + 1));
    return {
        objects: objects.slice(0, maxKeys),
        commonPrefixes: [...new Set(folders)].sort(),
        isTruncated: objects.length > maxKeys,
    };
};
// What is copied may be named with its slashes escaped.
for (const name of ['existsObject', 'copyObject']) {
    const original = Files.prototype[name];
    Files.prototype[name] = function (bucket, key, ...more) {
        return original.call(this, bucket, key.replaceAll('%2F', '/'), ...more);
    };
}

const [directory, port, bucket] = process.argv.slice(2);
new S3rver({
    directory,
    port: Number(port),
    address: '127.0.0.1',
    silent: true,
    vhostBuckets: false,
    configureBuckets: [{name: bucket}],
})
    .run()
    .catch((error) => {
        console.error(error);
        process.exit(1);
    });
