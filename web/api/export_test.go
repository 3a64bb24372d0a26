package api

// Costly are the operations that may be asked for only so often, "POST /api/studios/{studio}/lights", and
// how often that is.
func Costly() (operations []string, most int) {
	for _, o := range costly {
		operations = append(operations, o.method+" "+o.path)
	}
	return operations, costlyMost
}
