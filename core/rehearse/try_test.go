package rehearse
import ("testing";"os";"context";"time";"fmt";"image/png";"proxenos/core/lesson";"proxenos/core/film";"strconv";"strings")
func TestTry(t *testing.T){
 data,_:=os.ReadFile("/tmp/terraces.json"); l,err:=lesson.Decode(data); if err!=nil{t.Fatal(err)}
 cell:=0.5; if c:=os.Getenv("CELL");c!=""{cell,_=strconv.ParseFloat(c,64)}
 t0:=time.Now(); r,err:=Run(context.Background(),l,cell,nil); if err!=nil{t.Fatal(err)}
 fmt.Println("run",time.Since(t0)); n:=0
 var b int; for i:=range r.stages{ if i>0{b+=r.stages[i].film.Bytes(r.stages[i-1].film)} }
 for i,p:=range r.Reports{ n+=p.Touches; if os.Getenv("V")!=""{fmt.Printf("%2d %-16s area %5.0f ld %.2f on %.2f off %.2f thick %3.0f dE %4.1f mud %.2f(%.0f) hid %.2f x %.1f dirt %.1f n %d st %d\n",i,p.Step,p.Area,p.Loaded,p.On,p.Off,p.Thick,p.Delta,p.Mud,p.MudDE,p.Hidden,p.Crossed.Edge,p.Dirt,p.Touches,len(r.stages[i].plan.Strokes))}}
 fmt.Println("touches",n,"snap MB",b>>20)
 for _,m:=range strings.Split(os.Getenv("AT"),","){ if m==""{continue}; x,_:=strconv.ParseFloat(m,64); t0=time.Now(); f:=r.At(x); fmt.Println("at",time.Since(t0)); t0=time.Now(); img:=f.Show(film.View(os.Getenv("VIEW")),1000); fmt.Println("show",time.Since(t0)); o,_:=os.Create("/tmp/at"+m+".png"); png.Encode(o,img); o.Close()}
}
