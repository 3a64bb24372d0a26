package rehearse

// Version names what this engine makes of a painting: pictures, reports and kept canvases of
// one version are the same whenever they are made. It goes up when any of them changes; a
// test over small lessons says when that is forgotten.
const Version = "v7"
