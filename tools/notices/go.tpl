{{ range . }}{{ .Name }}	{{ .Version }}	{{ .LicenseName }}	{{ .LicensePath }}
{{ end }}